import { XMLParser } from 'fast-xml-parser'
import { strFromU8, unzipSync } from 'fflate'

/**
 * Currencies that the number formats of a spreadsheet's cells show: a cell holds 4400, and that it is euros only its format says.
 * Parts of the file by ECMA-376: xl/styles.xml has the formats, the first sheet the style of each cell.
 * @returns the format of a cell by its name, such as C7, where the format has a sign or a code of a currency
 */
export function xlsxMoneyFormats(bytes: Uint8Array): ReadonlyMap<string, string> {
  const files = unzipSync(bytes, { filter: ({ name }) => /^xl\/(styles|worksheets\/sheet1)\.xml$/.test(name) })
  const [styles, sheet] = [files['xl/styles.xml'], files['xl/worksheets/sheet1.xml']]
  if (!styles || !sheet) return new Map()
  const list = (name: string) => ['numFmt', 'xf', 'row', 'c'].includes(name)
  const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', isArray: list })
  const { styleSheet } = parser.parse(strFromU8(styles)) as {
    styleSheet?: {
      numFmts?: { numFmt?: { numFmtId: string; formatCode: string }[] }
      cellXfs?: { xf?: { numFmtId?: string }[] }
    }
  }
  const codes = new Map(styleSheet?.numFmts?.numFmt?.map(({ numFmtId, formatCode }) => [numFmtId, formatCode]))
  const ofStyle = (styleSheet?.cellXfs?.xf ?? []).map(({ numFmtId }) => codes.get(numFmtId ?? ''))
  const { worksheet } = parser.parse(strFromU8(sheet)) as {
    worksheet?: { sheetData?: { row?: { c?: { r: string; s?: string }[] }[] } }
  }
  const found = new Map<string, string>()
  for (const row of worksheet?.sheetData?.row ?? [])
    for (const { r, s } of row.c ?? []) {
      const code = s === undefined ? undefined : ofStyle[Number(s)]
      const sign = code && signOf(code)
      if (sign) found.set(r, sign)
    }
  return found
}

/** The sign or word of a currency in a number format: [$€-407] #,##0.00 or #,##0.00 "EUR". */
function signOf(code: string): string | undefined {
  const bracketed = /\[\$([^\]-]+)(?:-[0-9A-Fa-f]+)?\]/.exec(code)?.[1]
  const plain = /[€£$]|\b(?:EUR|GBP|USD|CHF|CAD|AUD)\b/.exec(code.replace(/\[\$[^\]]*\]/g, ''))?.[0]
  return (bracketed ?? plain)?.trim() || undefined
}

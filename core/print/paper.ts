import { perObject } from '../cache'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, type PDFFont } from 'pdf-lib'

/** The letters of a paper, as two TrueType files: a paper holds those of them that stand on it. */
export interface PaperFonts {
  regular: Uint8Array
  bold: Uint8Array
}
/** A paper that is being made, and how words are set on it. */
export interface Setting {
  file: PDFDocument
  font: PDFFont
  bold: PDFFont
  /** A text as it can be printed: a question mark stands for a letter that the fonts do not have. */
  printable: (text: string) => string
  /** What the paper says where a letter gave way; undefined where all could be printed. */
  lacking: () => string | undefined
}

/** Begins a paper in fonts that it holds itself: what is read on the screen is read on it, in any office. */
export async function beginPaper(fonts: PaperFonts): Promise<Setting> {
  const file = await PDFDocument.create()
  file.registerFontkit(fontkit)
  // A width is the sum of its letters’: none are drawn together.
  const asLetters = { subset: true, features: { liga: false, kern: false } }
  const [font, bold] = [await file.embedFont(fonts.regular, asLetters), await file.embedFont(fonts.bold, asLetters)]
  const [there, alsoBold] = [new Set(font.getCharacterSet()), new Set(bold.getCharacterSet())]
  const gone = new Set<string>()
  return {
    file,
    font,
    bold,
    printable: text =>
      Array.from(text, letter => {
        const code = letter.codePointAt(0)!
        if (there.has(code) && alsoBold.has(code)) return letter
        if (/\s/.test(letter)) return ' '
        gone.add(letter)
        return '?'
      }).join(''),
    lacking: () =>
      gone.size === 0
        ? undefined
        : `The font of this paper lacks ${gone.size} of its letters: each is printed as a question mark.`
  }
}

const widthsOf = perObject((_: PDFFont) => new Map<string, number>())
/** Width of a printable text in points; letter by letter, since setting each text in full takes a hundred times as long. */
export function widthOf(text: string, font: PDFFont, size: number): number {
  const known = widthsOf(font)
  let sum = 0
  for (const letter of text) {
    let width = known.get(letter)
    if (width === undefined) known.set(letter, (width = font.widthOfTextAtSize(letter, 1)))
    sum += width
  }
  return sum * size
}

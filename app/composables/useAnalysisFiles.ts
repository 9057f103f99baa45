import { analysisSheets, writeAnalysisCsv } from '#core/formats'
import type { Paper } from '#core/print'
import type { LoadAnalysis } from '#core/report'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

export const PAPER_NAMES: readonly Paper[] = ['Letter', 'A4', 'A3']

/**
 * A set of tables on paper and as files: PDF, XLSX, CSV. Writers of PDF and XLSX are fetched only when a file is wanted.
 * @param stem what the files are called, without their ending
 */
export function useAnalysisFiles(analysis: () => LoadAnalysis, stem: () => string) {
  const bench = useBench()
  const paper = ref<Paper>(usePreferences().paper)
  const busy = ref(false)
  async function give(work: () => Promise<void>) {
    busy.value = true
    try {
      await work()
    } catch (error) {
      bench.said = `The file could not be made: ${(error as Error).message} Nothing was changed.`
    } finally {
      busy.value = false
    }
  }
  const givePdf = () =>
    give(async () => {
      const { writeAnalysisPdf } = await import('#core/print')
      giveFile(
        fileName(stem(), 'pdf'),
        await writeAnalysisPdf({ ...analysis(), revision: String(bench.version) }, paper.value, await paperFonts()),
        'application/pdf'
      )
    })
  const giveXlsx = () =>
    give(async () => {
      const { default: writeExcel } = await import('write-excel-file/universal')
      giveFile(
        fileName(stem(), 'xlsx'),
        new Uint8Array(await (await writeExcel(analysisSheets(analysis())).toBlob()).arrayBuffer()),
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
      )
    })
  const giveCsv = () => giveFile(fileName(stem(), 'csv'), writeAnalysisCsv(analysis()), 'text/csv')
  return { paper, busy, give, givePdf, giveXlsx, giveCsv }
}

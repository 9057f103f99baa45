export { PAPERS, tilesOf, writeFacePdf, writeSheetPdf, type Paper } from './face'
export { writeAnalysisPdf } from './analysis'
export type { PaperFonts } from './paper'

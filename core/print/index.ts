export { PAPERS, tilesOf, writeFacePdf, writeSheetPdf, type Paper } from './face'
export { writeAnalysisPdf } from './analysis'

export { CATALOGUE_COLUMNS, columnSpec, FORM_SECTIONS, type Column, type ColumnForm } from './catalogue-columns'
export { catalogueTable } from './write/catalogue-table'
export { readCatalogueCsv, type CatalogueRead } from './read/catalogue-csv'
export { readCatalogueJson } from './read/catalogue-json'
export { FLATTEN_MM, type StrokesRead } from './read/contours'
export {
  drawingOf,
  holeZones,
  isFromDrawing,
  likelyOutline,
  likelyUses,
  outlineOf,
  RING_USES,
  type DrawingRead,
  type DrawnRing,
  type RingUse
} from './read/drawing'
export { soundDxf } from './read/dxf-groups'
export { readItemDrawing, type ItemDrawingRead } from './read/item-drawing'
export { dxfStrokes } from './read/outline-dxf'
export { svgStrokes } from './read/outline-svg'
export { faceCells, writeCatalogueCsv } from './write/catalogue-csv'
export { writeCatalogueJson } from './write/catalogue-json'
export { catalogueSchema, projectSchema } from './write/json-schema'
export { writeFaceDxf, writePartDxf } from './write/dxf'
export { pathOf, writePartSvg } from './write/svg'
export { writePartsCsv, writeWiresCsv, WIRE_COLUMNS } from './write/parts-csv'
export {
  amountCents,
  readQuoteCsv,
  readQuoteRows,
  unexplainedCents,
  type QuoteRead,
  type QuoteReading
} from './read/quote-rows'
export {
  readEquipmentRows,
  readEquipmentText,
  type EquipmentListRead,
  type ListAgainst,
  type ListedUnit
} from './read/equipment-list'
export {
  MOST_SPECIFICATION,
  readSpecification,
  type SpecificationFigure,
  type SpecificationRead
} from './read/specification'
export { xlsxMoneyFormats } from './read/xlsx-currencies'
export { readSupplierFeed, SupplierFeed } from './read/supplier-feed'
export { readPinTable, type PinTableRead } from './read/pin-table'
export { readWiresCsv, type WiresRead } from './read/wires-csv'
export { connectionsOf, DASHES, layConnections, writeConnectionsSvg, type PlacedConnections } from './write/connections'
export { analysisSheets, writeAnalysisCsv } from './write/load-analysis'
export { layOneLine, lineOf, SIGNS, writeOneLineSvg, type PlacedLine } from './write/one-line'

export { holeSchedule, type HardwareRow, type HoleRow, type HoleSchedule } from './schedule'
export { datumsOf, spread, type Datum } from './datum'
export { sectionOf, type Section, type SectionPiece } from './section'
export { powerUpOrder, type PowerUp, type PowerUpStep } from './power-up'
export { facesOf, type VisitFace } from './faces'
export {
  boxRing,
  CHORD_MM,
  drawShape,
  flatten,
  isNewSheet,
  isWorked,
  LAYERS,
  partsToCut,
  ringPoints,
  wholeFace,
  type Entity,
  type Layer,
  type Part
} from './drawing'

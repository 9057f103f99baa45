export {
  areaMm2,
  bounds,
  depthInside,
  extent,
  figureAreaMm2,
  figureAt,
  gap,
  hull,
  inside,
  metalToEdge,
  pointsOf,
  segmentsCross,
  selfCrossing,
  shift,
  travelApart,
  type Box,
  type Circle,
  type Figure,
  type Many,
  type PointMm,
  type Poly
} from './geometry/geometry'
export { groundOf, placedOn, setDown, shiftZone, zoneFigure, type Ground, type Placed } from './face/place'
export { examineSheet, openHoles, plateOver, platesOf, platesOn, type Plate } from './face/blanks'
export {
  freeHoles,
  holesFor,
  holeOf,
  holesAsFound,
  sheetOf,
  workOnSheet,
  type Hole,
  type HoleFit,
  type SheetWork
} from './face/holes'
export { fastenerOf } from './face/fasteners'
export { chords, inOrder, levelRuns, turned, type Interval } from './geometry/runs'
export { cutCorners, leastInsideCorner, type CutCorner } from './face/inside-corners'
export { feetOf } from './strength/stiffeners'
export { trueRing, type RingCorner } from './geometry/arcs'
export { engravedLines, missingLetters } from './engraving'
export { examineFace, examinePanel, stands, withWaiting, type FitViolation, type PanelReport } from './face/check'
export { bayAt, bayScrews, wayOut, type WayOut } from './face/access'
export {
  bendMap,
  bends,
  examineStrength,
  explainBend,
  explainTray,
  trayMomentNm,
  type Bend,
  type BendMap,
  type StrengthReport
} from './strength/strength'
export { fewestOff, findPlace, leastChange, missOf, stackPlaces, type Change, type Fit, type Miss } from './finder/find'
export { firstFree, freeGround, isFree, nearestFree, type FreeGround } from './finder/free'
export { openings, type Opening } from './face/stack'
export {
  ARRANGEMENTS,
  arrange,
  snapBox,
  type Arrangement,
  type Extent,
  type Neighbour,
  type Relation
} from './geometry/snap'

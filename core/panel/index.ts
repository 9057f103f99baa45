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
} from './geometry'
export { groundOf, setDown, shiftZone, zoneFigure, type Ground, type Placed } from './place'
export { fastenerOf } from './fasteners'
export { chords, inOrder, levelRuns, turned, type Interval } from './runs'
export { cutCorners, leastInsideCorner, type CutCorner } from './inside-corners'
export { feetOf } from './stiffeners'
export { trueRing, type RingCorner } from './arcs'
export { engravedLines, lettersLacking } from './engraving'
export { examineFace, examinePanel, placedOn, stands, withWaiting, type Misfit, type PanelReport } from './check'
export { bayAt, bayScrews, wayOut, type WayOut } from './access'
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
} from './strength'
export { fewestOff, findPlace, leastChange, missOf, stackPlaces, type Change, type Fit, type Miss } from './find'
export { firstFree, freeGround, isFree, nearestFree, type FreeGround } from './free'
export { openings, type Opening } from './stack'
export { ARRANGEMENTS, arrange, snapBox, type Arrangement, type Extent, type Neighbour, type Relation } from './snap'

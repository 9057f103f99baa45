import type { Figure } from '../geometry/geometry'

/** A fastener's middle stands this many of its diameters from an edge (common practice). */
export const EDGE_DISTANCES = 2
/** A screw with its nut reaches about this far behind the face: our assumption. */
export const SCREW_BEHIND_MM = 12
/** Metal wanted between a screw's hole and the edge of the sheet. */
export const screwEdgeMm = (screw: Figure): number =>
  (EDGE_DISTANCES - 0.5) * 2 * (screw as Extract<Figure, { kind: 'circle' }>).r

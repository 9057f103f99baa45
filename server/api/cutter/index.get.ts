import { CUTTER_RADIUS_MM, FINISHES, STOCK } from '../../cutter'

/** What the stand-in cutter has to offer. */
export default defineEventHandler(() => ({
  name: 'Greystone Sheet',
  stock: Object.keys(STOCK),
  finishes: Object.keys(FINISHES),
  cutterRadiusMm: CUTTER_RADIUS_MM
}))

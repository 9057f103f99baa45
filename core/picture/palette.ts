import type { Ink } from './mark'

/** How an ink is painted: an area has a fill, a line a stroke of a width in mm. */
export interface Paint {
  fill?: string
  stroke?: string
  width?: number
}
/** Light in the cockpit: by day; by night what is lit; by night what has no light of its own. */
export type Light = 'day' | 'night' | 'unlit'

interface InkPaint {
  day: Paint
  night: Paint
  /** As by night when absent. */
  unlit?: Paint
}
const area = (fill: string, stroke?: string, width = 0.4): Paint => ({ fill, ...(stroke && { stroke, width }) })
const line = (stroke: string, width: number): Paint => ({ stroke, width })

const PALETTE: Readonly<Record<Ink, InkPaint>> = {
  'bezel': { day: area('#32383c', '#15191b', 0.6), night: area('#121517', '#2d3438', 0.6) },
  'glass': { day: area('#14191c', '#0c0f11'), night: area('#0a0d0e', '#1f2528') },
  'map': { day: area('#20282b'), night: area('#10161a') },
  'sky': { day: area('#b3c5d2'), night: area('#4b6274'), unlit: area('#272e33') },
  'ground': { day: area('#68685b'), night: area('#33342b'), unlit: area('#1d1f1b') },
  'hatch': { day: line('#85856f', 0.35), night: line('#4a4b3d', 0.35), unlit: line('#2a2c28', 0.35) },
  'horizon': { day: line('#fbfaf2', 0.7), night: line('#d9d4c2', 0.7), unlit: line('#3c4245', 0.7) },
  'symbol': { day: line('#12171a', 1.1), night: line('#e8e2cf', 1.1), unlit: line('#454c4f', 1.1) },
  'ring': { day: line('#56656a', 0.4), night: line('#3a474c', 0.4) },
  'course': { day: line('#8fb2ea', 0.9), night: line('#7797cf', 0.9) },
  'chip': { day: area('#161c1f', '#56656a', 0.3), night: area('#0b0f11', '#3a474c', 0.3) },
  'digits': { day: area('#f4f2e8'), night: area('#e0d8c0') },
  'bar': { day: area('#a9c46c'), night: area('#8aa257') },
  'bar ground': { day: area('#2d363a'), night: area('#1b2225') },
  'knob': { day: area('#434b50', '#14181a', 0.5), night: area('#1d2225', '#3b4449', 0.5) },
  'key': { day: area('#454d52', '#1b2023', 0.35), night: area('#1b2023', '#3b4449', 0.35) },
  'legend': { day: area('#f0efe6'), night: area('#c9b98a'), unlit: area('#434a4d') },
  'dial': { day: area('#1a1e21', '#4a5257', 0.9), night: area('#0f1214', '#2d3438', 0.9) },
  'scale': { day: line('#eceae0', 0.5), night: line('#c9b98a', 0.5), unlit: line('#383e41', 0.5) },
  'numeral': { day: area('#f0efe6'), night: area('#c9b98a'), unlit: area('#3e4548') },
  'pointer': { day: area('#f6f4ea', '#14181a', 0.25), night: area('#d9c998', '#14181a', 0.25), unlit: area('#4b5255') },
  'lamp': { day: area('#8c611a', '#2a1d08', 0.3), night: area('#5b4014', '#1f1607', 0.3) },
  'green lamp': { day: area('#7fa03f', '#222c10', 0.3), night: area('#86a848', '#1b230d', 0.3) },
  'red': { day: area('#a8402f', '#3a120b', 0.3), night: area('#5b231a', '#2a0e09', 0.3) },
  'metal': { day: area('#c9cecd', '#6f777b', 0.45), night: area('#202629', '#3a4347', 0.45) },
  'edge': { day: line('#6f777b', 0.45), night: line('#3a4347', 0.45) },
  'black metal': { day: area('#3b4347', '#22282b', 0.5), night: area('#171b1d', '#2d3438', 0.5) },
  'door': { day: area('#cbd1d0', '#6f777b', 0.7), night: area('#1a1f22', '#333c40', 0.7) },
  'note': { day: area('#3f474b'), night: area('#8d8468'), unlit: area('#4a5154') },
  'foreign': { day: line('#7c8488', 0.5), night: line('#333c40', 0.5) }
}

/** How a mark is painted in a light. What is lit at night is what the unit's own lamps or screen light. */
export const paintOf = (ink: Ink, light: Light): Paint =>
  light === 'unlit' ? (PALETTE[ink].unlit ?? PALETTE[ink].night) : PALETTE[ink][light]

/** Sheet metal of the panel under the faces. */
export const METAL: Readonly<Record<'day' | 'night', Paint>> = {
  day: area('#dde1e0', '#22272a', 1.4),
  night: area('#22282b', '#5a6469', 1.4)
}
/** Over a pane that shows nothing: the glass, and the cross and words on it. */
export const LOST = { glass: '#14181a', cross: '#e0604c', words: '#f0b04a' } as const

import type { Airframe } from '../document'

type Ring = [number, number][]
/**
 * A sketch of the aircraft behind its places, as closed lines: from above in arm and across (right is positive), from the side in
 * arm and height, all in mm. It is drawn from the places that are entered and is no measurement.
 */
export interface AirframeOutline {
  above: Ring[]
  side: Ring[]
}

/** Half the width of a cabin for two side by side, mm (common practice: 44 to 48 in over all). */
const HALF_CABIN_MM = 580
/** Chord of a wing as a share of the length of the fuselage, and half its span where no wing tip is entered (common practice). */
const [CHORD, HALF_SPAN] = [0.2, 0.65]

const mirrored = (ring: Ring): Ring => ring.map(([x, y]) => [x, -y])

export function airframeOutline({ places }: Pick<Airframe, 'places'>): AirframeOutline | undefined {
  const of = (...kinds: string[]) => places.filter(place => kinds.includes(place.kind))
  const wing = of('wing', 'wing tip').find(place => place.upMm !== undefined)
  if (places.length < 3 || !wing) return undefined
  const arms = places.map(place => place.armMm)
  const [nose, tail] = [Math.min(...arms) - 350, Math.max(...arms) + 150]
  const length = tail - nose
  const at = (share: number) => nose + share * length
  const chord = CHORD * length
  const half = Math.max(HALF_SPAN * length, ...of('wing tip').map(place => Math.abs(place.acrossMm ?? 0) + 120))
  const lead = wing.armMm - 0.35 * chord
  const fuselage: Ring = [
    [0, 0.3],
    [0.05, 0.62],
    [0.18, 0.95],
    [0.3, 1],
    [0.45, 0.95],
    [0.7, 0.45],
    [1, 0.12]
  ].map(([share, wide]) => [at(share!), wide! * HALF_CABIN_MM])
  const rightWing: Ring = [
    [lead, 0],
    [lead + 0.12 * chord, half],
    [lead + 0.88 * chord, half],
    [lead + chord, 0]
  ]
  const tailplane: Ring = [
    [tail - 0.55 * chord, 0],
    [tail - 0.4 * chord, 0.32 * half],
    [tail, 0.32 * half],
    [tail, 0]
  ]
  return {
    above: [
      [...fuselage, ...mirrored(fuselage).reverse()],
      rightWing,
      mirrored(rightWing),
      tailplane,
      mirrored(tailplane)
    ],
    side: sideOf({ places, nose, tail, chord, lead, wingUpMm: wing.upMm! })
  }
}

/** From the side: the body, the wing where it is mounted, the fin. */
function sideOf(of: {
  places: Airframe['places']
  nose: number
  tail: number
  chord: number
  lead: number
  wingUpMm: number
}): Ring[] {
  const { places, nose, tail, chord, lead, wingUpMm } = of
  const length = tail - nose
  const body = places.filter(place => place.upMm !== undefined && !['tail', 'wing', 'wing tip'].includes(place.kind))
  const floor = Math.min(...body.map(place => place.upMm!)) - 60
  const high = Math.max(floor + 1_100, ...body.map(place => place.upMm! + 60))
  const up = (share: number) => floor + share * (high - floor)
  const fin = Math.max(
    up(0.62) + 0.16 * length,
    ...places.filter(place => place.kind === 'tail').map(place => (place.upMm ?? 0) + 40)
  )
  const line = (points: (readonly [number, number])[]): Ring =>
    points.map(([share, height]) => [nose + share * length, up(height)])
  return [
    line([
      [0, 0.34],
      [0.03, 0.62],
      [0.2, 0.72],
      [0.28, 1],
      [0.44, 1],
      [0.62, 0.72],
      [1, 0.62],
      [1, 0.46],
      [0.62, 0.02],
      [0.3, 0],
      [0.12, 0.06],
      [0.02, 0.18]
    ]),
    [
      [lead, wingUpMm],
      [lead + 0.2 * chord, wingUpMm + 0.07 * chord],
      [lead + chord, wingUpMm],
      [lead + 0.4 * chord, wingUpMm - 0.05 * chord]
    ],
    [
      [tail - 0.75 * chord, up(0.63)],
      [tail - 0.3 * chord, fin],
      [tail, fin],
      [tail, up(0.6)]
    ]
  ]
}

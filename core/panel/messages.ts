/** The words of panel: each message is a function of its facts. */
import type { Placed } from './face/place'
import type { DesignUnit } from '../design'
import {
  say,
  enumerate,
  thing,
  mm,
  figure,
  kg,
  num,
  type Typed,
  type Named,
  type Phrase,
  type Sayable,
  screen
} from '../quantity'

// face/access.ts

export const access = (hard: Placed[]) => say`Only from behind can these be taken out, bigger than their hole or screwed
    on from behind, and in no removable bay: ${enumerate(hard.map(thing))}.`

// face/check.ts

export const bezelOverlap = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`The bezels of ${label} and ${otherName} overlap by ${by}.`
export const holesMeet = ({
  measuredMm,
  label,
  otherName,
  by,
  left,
  wanted
}: {
  measuredMm: number
  label: Typed
  otherName: string | Typed
  by: Typed
  left: Typed
  wanted: Typed
}) =>
  measuredMm < 0
    ? say`The holes for ${label} and ${otherName} run into each other
    by ${by}.`
    : say`Between the holes for ${label} and ${otherName} only ${left} of metal is left; ${wanted}
    is wanted.`
export const edge = ({
  measuredMm,
  label,
  by,
  left,
  wanted
}: {
  measuredMm: number
  label: Typed
  by: Typed
  left: Typed
  wanted: Typed
}) =>
  measuredMm < 0
    ? say`The hole for ${label} reaches ${by} over the edge of the
    sheet.`
    : say`The hole for ${label} leaves an edge margin of ${left}; ${wanted} is wanted.`
export const bezelEdge = ({ label, by }: { label: Typed; by: Typed }) =>
  say`The bezel of ${label} reaches ${by} over the edge of the sheet.`
export const faceZone = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`${label} covers ${otherName} by ${by}.`
export const depth = ({
  label,
  left,
  otherName,
  wanted,
  measuredMm,
  limitMm
}: {
  label: Typed
  left: Typed
  otherName: string | Typed
  wanted: Typed
  measuredMm: number
  limitMm: number
}) => say`${label} goes ${left} deep with its connectors; ${otherName} begins at ${wanted}:
    ${mm(measuredMm - limitMm)} too deep.`
export const bulkhead = ({
  label,
  left,
  wanted
}: {
  label: Typed
  left: Typed
  wanted: Typed
}) => say`${label} goes ${left} deep with its connectors; there are ${wanted} behind
    the panel.`
export const behindOverlap = ({
  label,
  otherName,
  by
}: {
  label: Typed
  otherName: string | Typed
  by: Typed
}) => say`Behind the face the boxes of ${label} and ${otherName} run into each other
    by ${by}.`
export const ownScrew = ({
  label,
  by
}: {
  label: Typed
  by: Typed
}) => say`A screw of ${label} comes out in its own hole by ${by}: its entry in the
    catalogue is wrong.`
export const seam = ({
  label,
  otherName,
  by
}: {
  label: Typed
  otherName: string | Typed
  by: Typed
}) => say`${label} lies across the seam of ${otherName} by ${by}: the bay would not
    come out.`
export const bayLip = ({
  label,
  left,
  otherName,
  wanted
}: {
  label: Typed
  left: Typed
  otherName: string | Typed
  wanted: Typed
}) => say`The hole for ${label} leaves ${left} to the seam of ${otherName}; its frame
    and screws want ${wanted}.`
export const bayFrame = ({
  label,
  left,
  otherName,
  wanted
}: {
  label: Typed
  left: Typed
  otherName: string | Typed
  wanted: Typed
}) => say`The body of ${label} is ${left} from the seam of ${otherName}. The frame
    reaches ${wanted} under the bay: the body would run into it.`
export const screwEdge = ({
  label,
  left,
  wanted
}: {
  label: Typed
  left: Typed
  wanted: Typed
}) => say`A screw of ${label} leaves ${left} of metal to the edge of the sheet; ${wanted}
    is wanted.`
export const screwZone = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`A screw of ${label} runs into ${otherName} by ${by}.`
export const screw = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`A screw of ${label} or ${otherName} comes out in the other's hole, by ${by}.`
export const moveRemedy = ({ who, byMm, ways }: { who: Named; byMm: number; ways: string | undefined }) =>
  say`Move ${thing(who)} ${mm(byMm)} ${ways!}; nothing else is in its way there.`
export const unplaced = (
  unit: Named
) => say`${thing(unit)} belongs on the panel and has no position yet. In ${screen('panel')}, drag
    it from the tray or type its position.`

// face/fasteners.ts

export const holeFor = (other: Named) => say`the hole for ${thing(other)}`
export const screwOf = (other: Named) => say`a screw of ${thing(other)}`
export const screwWeb = ({
  unit,
  to,
  measuredMm,
  limitMm
}: {
  unit: Named
  to: string | Phrase
  measuredMm: number
  limitMm: number
}) => say`Between a screw of ${thing(unit)} and ${to} ${mm(Math.max(0, measuredMm), limitMm)}
    of metal is left; ${mm(limitMm, measuredMm)} is wanted.`
export const screwHead = ({
  name,
  unit,
  headMm,
  other
}: {
  name: string
  unit: Named
  headMm: number
  other: Named
}) => say`The head of a ${name} screw of ${thing(unit)}, ${mm(headMm)} across, lies
    under the bezel of ${thing(other)}.`
export const screwNut = ({
  name,
  unit,
  nutMm,
  other
}: {
  name: string
  unit: Named
  nutMm: number
  other: Named
}) => say`Behind the face the nut of a ${name} screw of ${thing(unit)}, ${mm(nutMm)}
    across, meets the box of ${thing(other)}.`
export const nutPlate = ({
  unit,
  rivetsMm
}: {
  unit: Named
  rivetsMm: number
}) => say`A nut plate at a screw of ${thing(unit)}, its rivets ${mm(rivetsMm)} apart,
    finds no metal for both of them: a plain nut, or a plate with its rivets on one side.`

// face/inside-corners.ts

export const insideCorner = ({
  cutterRadiusMm,
  names,
  tight,
  radiusMm
}: {
  cutterRadiusMm: number
  names: readonly Sayable[]
  tight: readonly unknown[]
  radiusMm: number
}) => say`Inside corners tighter than the cutter leaves, ${mm(cutterRadiusMm)}:
    ${enumerate(names)}${tight.length > 4 ? say` and ${figure(tight.length - 4)} more` : ''};
    the tightest is ${mm(radiusMm)}. What slides in with sharp corners will not go in: have them filed out,
    take a finer cutter, or ask for relief in the corners.`

// face/labels.ts

export const letters = ({
  text,
  lacking
}: {
  text: string
  lacking: string[]
}) => say`The label “${text}” is engraved without ${lacking.map(letter => `“${letter}”`).join(', ')}:
    there is no single-line form of it. Write it with other letters.`
export const label = ({
  text,
  by,
  who
}: {
  text: string
  by: number
  who: string
}) => say`The label “${text}” reaches ${mm(-by)} into ${who}: it would be cut away
    or covered.`

// strength/stiffeners.ts

export const openingOf = (unit: Named) => say`the opening of ${thing(unit)}`
export const screwAt = (unit: Named) => say`a screw of ${thing(unit)}`
export const boxOf = (unit: Named) => say`the box of ${thing(unit)}`
export const stiffener = ({
  name,
  by,
  what,
  met
}: {
  name: string
  by: number
  what: Phrase
  met: readonly unknown[]
}) => say`${name} reaches ${mm(by)} into ${what}${met.length > 1 ? say` and meets ${met.length - 1} more` : ''}:
    it cannot be riveted there. Move it, or end it before.`
export const stiffenerRemedy = (name: string) => say`Take ${name} away.`

// strength/strength.ts

export const pushedAt = ({ dx, dy }: { dx: number; dy: number }) => say`across and up, of ${mm(dx)} × ${mm(dy)}`
export const trayFormula = ({
  up,
  side,
  forward
}: {
  up: number
  side: number
  forward: number
}) => say`M = Σ m · g · n · d / 2 over what hangs in one opening; up n = ${up}, sideways
    ${side}; forward F = Σ m · g · ${forward}`
export const bend = ({
  loose,
  name,
  deflectionMm,
  mostBendMm,
  pushN,
  others,
  soft
}: {
  loose: boolean
  name: Typed
  deflectionMm: number
  mostBendMm: number
  pushN: number
  others: Typed[]
  soft: readonly unknown[]
}) =>
  say`${
    loose
      ? say`The metal at ${name} hangs on nothing: its openings, or sides that are not held, cut it off from
    what carries it.`
      : say`Deflection ${mm(deflectionMm, mostBendMm)} at ${figure(pushN, 'N')} on ${name}, limit
    ${mm(mostBendMm, deflectionMm)}.`
  }${
    others.length
      ? say` Soft too:
    ${enumerate(others)}${soft.length > 4 ? ` and ${soft.length - 4} more` : ''}.`
      : ''
  }`
export const rearSupport = ({
  hanging,
  massKg,
  moment,
  downG,
  newtonMetres,
  newtonMetresOf,
  weigh,
  forward,
  mostTrayMomentNm
}: {
  hanging: DesignUnit[]
  massKg: number
  moment: number
  downG: number
  newtonMetres: Typed
  newtonMetresOf: Typed
  weigh: number
  forward: number
  mostTrayMomentNm: number
}) => say`${enumerate(hanging.map(thing))} (${kg(massKg)}) ${hanging.length > 1 ? 'hang in one opening and are' : 'is'}
    carried by the face alone: ${num(moment, 1, 'N·m')} at ${downG} g down, ${newtonMetres} up, ${newtonMetresOf}
    sideways, ${num(weigh, 0, 'N')} at ${forward} g forward; ${figure(mostTrayMomentNm, 'N·m')} is set. Hold
    ${hanging.length > 1 ? 'their backs' : 'its back'} by rails or on a duct.`
export const rearSupportRemedy = (hanging: DesignUnit[]) =>
  say`Give ${enumerate(hanging.map(thing))} a support at the back.`
export const railRemedy = ({
  hanging,
  widthMm,
  backMm,
  stiffenerKg
}: {
  hanging: readonly DesignUnit[]
  widthMm: number
  backMm: number
  stiffenerKg: number
}) => say`Put a pair of rails beside ${enumerate(hanging.map(thing))}, ${mm(widthMm)}
    apart and ${mm(backMm)} back to where their ends are tied: ${kg(stiffenerKg)}.`
export const trayGap = ({
  unit,
  gapMm
}: {
  unit: Named
  gapMm: number
}) => say`The opening that ${thing(unit)} shares is ${mm(gapMm)} wider than it: its
    tray has no metal beside it to be fastened to. Set trays of one width one over another, or leave a web
    between.`
export const thickerSheet = ({
  inch,
  gives
}: {
  inch: 0.1 | 0.05 | 0.032 | 0.04 | 0.063 | 0.08 | 0.09 | 0.125
  gives: number
}) => say`Make the face of ${mm(inch * 25.4)} sheet: it then gives at most ${mm(gives)}
    anywhere.`
export const angleRemedy = ({
  legMm,
  unit,
  gives
}: {
  legMm: number
  unit: Named
  gives: number
}) => say`Rivet an upright angle of ${mm(legMm)} legs behind, beside ${thing(unit)}:
    the face then gives at most ${mm(gives)} anywhere.`
export const doublerRemedy = ({
  thicknessMm,
  unit,
  doublerMm,
  gives
}: {
  thicknessMm: number
  unit: Named
  doublerMm: number
  gives: number
}) => say`Rivet a doubler of ${mm(thicknessMm)} round ${thing(unit)}, ${mm(doublerMm)}
    beyond its hole: the face then gives at most ${mm(gives)} anywhere.`

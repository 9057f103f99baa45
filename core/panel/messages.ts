/** The words of panel: each message is a function of its facts. */
import type { Placed } from './face/place'
import type { DesignUnit } from '../design'
import {
  say,
  enumerate,
  thing,
  mm,
  figure,
  newtons,
  newtonMetres,
  kg,
  type Typed,
  type Named,
  type Phrase,
  type Sayable,
  screen
} from '../quantity'

// face/access.ts

export const access = (hard: Placed[]) => say`These units can only be removed from behind the panel and are in no
    removable bay: ${enumerate(hard.map(thing))}.`

// face/blanks.ts

export const sheetConflict = (unit: Named, holes: readonly { name: string }[]) => say`${thing(unit)} cannot be mounted
    in the existing sheet: it overlaps the hole of ${enumerate(holes.map(({ name }) => say`${name}`))}, or leaves too
    little metal to it. Make a new sheet, or move the unit.`
export const screwLost = (unit: Named, lost: number, screws: number) => say`${thing(unit)}: ${figure(lost)} of
    ${figure(screws)} screws ${lost === 1 ? 'is' : 'are'} in an existing hole and cannot be fitted.
    ${figure(screws - lost)} remain.`
export const newSheet = say`Make a new sheet`
export const openHoles = (holes: readonly { name: string }[]) => say`Open ${holes.length === 1 ? 'hole' : 'holes'} in
    the existing sheet: ${enumerate(holes.map(({ name }) => say`${name}`))}. Add
    ${holes.length === 1 ? 'a blanking plate' : 'blanking plates'}, or make a new sheet.`
export const addPlates = (count: number) =>
  count === 1 ? say`Add a blanking plate` : say`Add ${figure(count)} blanking plates`
export const plateRoom = (
  hole: { name: string },
  other: Typed | string,
  by: Typed
) => say`The blanking plate over the hole of
    ${hole.name} overlaps ${other} by ${by}. Trim it, or mount it behind the panel.`

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
    ? say`The cutouts of ${label} and ${otherName} overlap by ${by}.`
    : say`The web between the cutouts of ${label} and ${otherName} is ${left}. Minimum is ${wanted}.`
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
    ? say`The cutout of ${label} extends ${by} beyond the edge of the sheet.`
    : say`The edge margin at the cutout of ${label} is ${left}. Minimum is ${wanted}.`
export const bezelEdge = ({ label, by }: { label: Typed; by: Typed }) =>
  say`The bezel of ${label} extends ${by} beyond the edge of the sheet.`
export const faceZone = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`${label} overlaps ${otherName} by ${by}.`
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
}) => say`${label} is ${left} deep with its connectors. ${otherName} begins at ${wanted}. It is
    ${mm(measuredMm - limitMm)} too deep.`
export const bulkhead = ({ label, left, wanted }: { label: Typed; left: Typed; wanted: Typed }) =>
  say`${label} is ${left} deep with its connectors. The depth behind the panel is ${wanted}.`
export const behindOverlap = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`Behind the panel the bodies of ${label} and ${otherName} overlap by ${by}.`
export const ownScrew = ({ label, by }: { label: Typed; by: Typed }) =>
  say`A screw hole of ${label} overlaps its cutout by ${by}. Correct its catalog entry.`
export const seam = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`${label} crosses the seam of ${otherName} by ${by}. The bay could not be removed.`
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
}) => say`The cutout of ${label} is ${left} from the seam of ${otherName}. Its frame and screws require ${wanted}.`
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
}) => say`The body of ${label} is ${left} from the seam of ${otherName}. The frame extends ${wanted} under the bay,
    so the two collide.`
export const screwEdge = ({ label, left, wanted }: { label: Typed; left: Typed; wanted: Typed }) =>
  say`The edge distance at a screw of ${label} is ${left}. Minimum is ${wanted}.`
export const screwZone = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`A screw of ${label} overlaps ${otherName} by ${by}.`
export const screw = ({ label, otherName, by }: { label: Typed; otherName: string | Typed; by: Typed }) =>
  say`A screw hole of ${label} or ${otherName} overlaps the other’s cutout by ${by}.`
export const moveRemedy = ({ who, byMm, ways }: { who: Named; byMm: number; ways: string | undefined }) =>
  say`Move ${thing(who)} ${mm(byMm)} ${ways!}.`
export const unplaced = (
  unit: Named
) => say`${thing(unit)} is a panel unit and has no position. In ${screen('panel')}, drag it from the tray or type
    its position.`

// face/fasteners.ts

export const holeFor = (other: Named) => say`the cutout of ${thing(other)}`
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
}) => say`The web between a screw of ${thing(unit)} and ${to} is ${mm(Math.max(0, measuredMm), limitMm)}. Minimum is
    ${mm(limitMm, measuredMm)}.`
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
}) => say`The head of a ${name} screw of ${thing(unit)}, ${mm(headMm)} in diameter, is under the bezel of
    ${thing(other)}.`
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
}) => say`Behind the panel the nut of a ${name} screw of ${thing(unit)}, ${mm(nutMm)} across, touches the body of
    ${thing(other)}.`
export const nutPlate = ({
  unit,
  rivetsMm
}: {
  unit: Named
  rivetsMm: number
}) => say`There is no room for both rivets of a nut plate at a screw of ${thing(unit)} (${mm(rivetsMm)} apart). Use
    a plain nut or a one-sided nut plate.`

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
}) => say`Inside corners are sharper than the cutter radius, ${mm(cutterRadiusMm)}:
    ${enumerate(names)}${tight.length > 4 ? say` and ${figure(tight.length - 4)} more` : ''};
    the sharpest is ${mm(radiusMm)}. Units with square corners will not fit. File the corners, use a smaller cutter,
    or add corner relief.`

// face/labels.ts

export const letters = ({
  text,
  lacking
}: {
  text: string
  lacking: string[]
}) => say`The label “${text}” is engraved without ${lacking.map(letter => `“${letter}”`).join(', ')}, which the
    engraving font does not have. Use other letters.`
export const label = ({ text, by, who }: { text: string; by: number; who: string }) =>
  say`The label “${text}” overlaps ${who} by ${mm(-by)} and would be cut away or covered.`

// strength/stiffeners.ts

export const openingOf = (unit: Named) => say`the opening of ${thing(unit)}`
export const screwAt = (unit: Named) => say`a screw of ${thing(unit)}`
export const boxOf = (unit: Named) => say`the body of ${thing(unit)}`
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
}) => say`${name} overlaps ${what} by ${mm(by)}${met.length > 1 ? say` and ${met.length - 1} more` : ''}. It cannot
    be riveted there. Move or shorten it.`
export const stiffenerRemedy = (name: string) => say`Remove ${name}.`

// strength/strength.ts

export const pushedAt = ({ dx, dy }: { dx: number; dy: number }) => say`across and up, within ${mm(dx)} × ${mm(dy)}`
export const trayFormula = ({
  up,
  side,
  forward
}: {
  up: number
  side: number
  forward: number
}) => say`M = Σ m · g · n · d / 2 for all units in one opening; up n = ${up}, sideways ${side}; forward F = Σ m · g
    · ${forward}`
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
      ? say`The metal at ${name} is unsupported. Openings or free sides separate it from the supported sheet.`
      : say`Deflection ${mm(deflectionMm, mostBendMm)} at ${newtons(pushN)} on ${name}, limit
    ${mm(mostBendMm, deflectionMm)}.`
  }${
    others.length
      ? say` Also flexible: ${enumerate(others)}${soft.length > 4 ? ` and ${soft.length - 4} more` : ''}.`
      : ''
  }`
export const rearSupport = ({
  hanging,
  massKg,
  moment,
  downG,
  up,
  sideways,
  weigh,
  forward,
  mostTrayMomentNm
}: {
  hanging: DesignUnit[]
  massKg: number
  moment: number
  downG: number
  up: Typed
  sideways: Typed
  weigh: number
  forward: number
  mostTrayMomentNm: number
}) => say`${enumerate(hanging.map(thing))} (${kg(massKg)})
    ${hanging.length > 1 ? 'share one opening and are' : 'is'} supported by the panel only: ${newtonMetres(moment)}
    at ${downG} g down, ${up} up, ${sideways} sideways, ${newtons(weigh)} at ${forward} g
    forward. Limit is ${newtonMetres(mostTrayMomentNm)}. Add a rear support with rails or on a duct.`
export const rearSupportRemedy = (hanging: DesignUnit[]) => say`Add a rear support to ${enumerate(hanging.map(thing))}.`
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
}) => say`Install a pair of rails next to ${enumerate(hanging.map(thing))}, ${mm(widthMm)} apart, running
    ${mm(backMm)} aft to a tie: ${kg(stiffenerKg)}.`
export const trayGap = ({
  unit,
  gapMm
}: {
  unit: Named
  gapMm: number
}) => say`The opening of ${thing(unit)} is ${mm(gapMm)} wider than its tray. There is no metal to fasten the tray
    to. Stack trays of equal width, or leave a web between them.`
export const thickerSheet = ({
  inch,
  gives
}: {
  inch: 0.1 | 0.05 | 0.032 | 0.04 | 0.063 | 0.08 | 0.09 | 0.125
  gives: number
}) => say`Use ${mm(inch * 25.4)} sheet. Maximum deflection becomes ${mm(gives)}.`
export const angleRemedy = ({
  legMm,
  unit,
  gives
}: {
  legMm: number
  unit: Named
  gives: number
}) => say`Rivet a vertical angle with ${mm(legMm)} legs behind the panel, next to ${thing(unit)}. Maximum deflection
    becomes ${mm(gives)}.`
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
}) => say`Rivet a ${mm(thicknessMm)} doubler around ${thing(unit)}, ${mm(doublerMm)} beyond its cutout. Maximum
    deflection becomes ${mm(gives)}.`

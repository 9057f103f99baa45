import { useEventListener } from '@vueuse/core'
import {
  examinePanel,
  extent,
  freeHoles,
  setDown,
  snapBox,
  type Extent,
  type Neighbour,
  type PanelReport,
  type Relation
} from '#core/panel'
import { seatsOf, type Seat } from '#core/pilot'
import type { Design, DesignUnit } from '#core/design'
import { inches } from '#core/quantity'
import { useBench } from '~/stores/bench'
import { usePreferences } from '~/stores/preferences'

/** How far a hand is drawn to a line, in mm of the face. Alt held lets go of it. */
const SNAP_MM = 2.5

/**
 * The lists beside the drawing follow when the hand has rested this long; what is in the hand says its own findings at
 * once.
 */
const REST_MS = 150

interface Hold {
  unit: string
  label: string
  units: { id: string; x: number; y: number }[]
  fromX: number
  fromY: number
  startX: number
  startY: number
  box: Extent
  neighbours: Neighbour[]
  moved: boolean
  fresh: boolean
}
export interface LiveSight {
  panel: PanelReport
  seats: Seat[]
}

const union = (boxes: readonly Extent[]): Extent => ({
  minX: Math.min(...boxes.map(b => b.minX)),
  maxX: Math.max(...boxes.map(b => b.maxX)),
  minY: Math.min(...boxes.map(b => b.minY)),
  maxY: Math.max(...boxes.map(b => b.maxY))
})
const bezelOf = (unit: DesignUnit, x: number, y: number): Extent => extent(setDown(unit, x, y)!.bezel)

/** All that moves with a unit: the selection it belongs to, its group, and its row; nothing locked. */
function company(design: Design, unit: DesignUnit, selected: readonly string[]): DesignUnit[] {
  const ids = new Set(selected.includes(unit.id) ? selected : [unit.id])
  for (const group of design.groups) if (group.units.some(id => ids.has(id))) group.units.forEach(id => ids.add(id))
  const rows = new Set(design.units.filter(unit => ids.has(unit.id) && unit.row).map(unit => unit.row))
  return design.units.filter(
    other =>
      other.item.face &&
      (other.at || other.id === unit.id) &&
      (ids.has(other.id) || rows.has(other.row)) &&
      (!other.locked || other.id === unit.id)
  )
}

/** What a hand is drawn to: the other units, and holes of the existing sheet that a unit can use. */
const neighbours = (design: Design, own: ReadonlySet<string>): Neighbour[] => [
  ...design.units.flatMap(unit =>
    unit.at && unit.item.face && !own.has(unit.id)
      ? [{ name: unit.label, ...bezelOf(unit, unit.at.xMm, unit.at.yMm) }]
      : []
  ),
  ...freeHoles(design, own)
]
/** A hold on a unit and its company, at a point of the face. */
function holdOn(
  design: Design,
  unit: DesignUnit,
  selected: readonly string[],
  at: { event: PointerEvent; point: { x: number; y: number } }
): Hold {
  const { event, point } = at
  const units = (unit.at ? company(design, unit, selected) : [unit]).map(unit => ({
    id: unit.id,
    x: unit.at?.xMm ?? point.x,
    y: unit.at?.yMm ?? point.y
  }))
  const byId = new Map(design.units.map(unit => [unit.id, unit]))
  return {
    unit: unit.id,
    label: units.length > 1 ? `${units.length} units` : unit.label,
    units,
    fromX: event.clientX,
    fromY: event.clientY,
    startX: point.x,
    startY: point.y,
    box: union(units.map(unit => bezelOf(byId.get(unit.id)!, unit.x, unit.y))),
    neighbours: neighbours(design, new Set(units.map(unit => unit.id))),
    moved: !unit.at,
    fresh: !unit.at
  }
}

/** The design with the held units where the hand has them. */
function moved(design: Design, units: Hold['units'], { dx, dy }: { dx: number; dy: number }): Design {
  const held = new Map(units.map(unit => [unit.id, unit]))
  return {
    ...design,
    units: design.units.map(unit => {
      const start = held.get(unit.id)
      return start ? { ...unit, at: { xMm: start.x + dx, yMm: start.y + dy } } : unit
    })
  }
}

type ToFace = (event: PointerEvent) => { x: number; y: number } | undefined

/** What the hand holds, and how it takes hold. */
function useHold(toFace: ToFace) {
  const bench = useBench()
  const hold = shallowRef<Hold>()
  /** How far the held units are from where they were; undefined when nothing is held or it has not moved. */
  const by = shallowRef<{ dx: number; dy: number }>()
  function take(unit: DesignUnit, event: PointerEvent) {
    const { design } = bench
    if (event.button !== 0 || !design) return
    const point = toFace(event)
    if (!point) return
    if (event.shiftKey) {
      bench.selected = bench.selected.includes(unit.id)
        ? bench.selected.filter(id => id !== unit.id)
        : [...bench.selected, unit.id]
      return
    }
    if (!bench.selected.includes(unit.id)) bench.selected = [unit.id]
    if (unit.locked) {
      bench.said = `${unit.label} is locked. Unlock it in Pieces to move it.`
      return
    }
    hold.value = holdOn(design, unit, bench.selected, { event, point })
    // The first examinations fill what later ones find ready: they are done while the hand still takes hold.
    setTimeout(() => {
      seatsOf(design)
      for (const dx of [0, 1, 2])
        if (hold.value && !by.value) examinePanel(moved(design, hold.value.units, { dx, dy: 0 }))
    })
  }
  return { hold, by, take }
}

/** How far held units go when the pointer is at a point: with the pointer, and on to what they snap to. */
function followed(held: Hold, point: { x: number; y: number }, snap: { to?: number } | undefined) {
  const raw = { dx: point.x - held.startX, dy: point.y - held.startY }
  const box = {
    minX: held.box.minX + raw.dx,
    maxX: held.box.maxX + raw.dx,
    minY: held.box.minY + raw.dy,
    maxY: held.box.maxY + raw.dy
  }
  const snapped = snap && snapBox(box, held.neighbours, SNAP_MM, snap.to)
  return {
    relations: snapped?.relations ?? [],
    by: { dx: raw.dx + (snapped?.dx ?? 0), dy: raw.dy + (snapped?.dy ?? 0) }
  }
}

/**
 * The hand on the panel: takes a unit with all that goes along with it (the selection, its group, its row), follows it,
 * lets panel and sight be examined at each step, and makes one edit when it is set down.
 * @param toFace turns a pointer's place on the screen into mm on the face, or undefined while there is no drawing
 */
export function usePanelHand(toFace: ToFace) {
  const bench = useBench()
  const preferences = usePreferences()
  const { grid } = usePanelTools()
  const { hold, by, take } = useHold(toFace)
  const relations = shallowRef<Relation[]>([])
  const live = shallowRef<LiveSight>()

  let frame = 0
  let telling: ReturnType<typeof setTimeout> | undefined
  /** Laying the lists out at each move would hold the hand up. */
  function tell(panel: PanelReport) {
    clearTimeout(telling)
    telling = setTimeout(() => {
      if (hold.value) bench.livePanel = panel
    }, REST_MS)
  }
  let last: PointerEvent | undefined
  /** One look for each frame, however often the pointer reports. */
  function follow() {
    cancelAnimationFrame(frame)
    frame = 0
    const held = hold.value
    const event = last
    const { design } = bench
    last = undefined
    if (!held || !design || !event) return
    if (!held.moved && Math.hypot(event.clientX - held.fromX, event.clientY - held.fromY) < 3) return
    held.moved = true
    const point = toFace(event)
    if (!point) return
    const step = grid.value ? (preferences.system === 'inch' ? inches(0.25) : 5) : undefined
    const now = followed(held, point, event.altKey ? undefined : { to: step })
    relations.value = now.relations
    by.value = now.by
    const there = moved(design, held.units, by.value)
    const panel = examinePanel(there)
    tell(panel)
    const own = new Set(held.units.map(unit => unit.id))
    live.value = { panel, seats: seatsOf({ ...there, units: there.units.filter(unit => own.has(unit.id)) }) }
  }
  useEventListener('pointermove', (event: PointerEvent) => {
    if (!hold.value) return
    last = event
    if (!frame) frame = requestAnimationFrame(follow)
  })
  function letGo() {
    cancelAnimationFrame(frame)
    frame = 0
    last = undefined
    hold.value = undefined
    by.value = undefined
    relations.value = []
    live.value = undefined
    clearTimeout(telling)
    bench.livePanel = undefined
  }
  useEventListener('pointerup', () => {
    // What was still to be followed is, so that it is set down where the hand let go.
    if (last) follow()
    const held = hold.value
    const shift = by.value
    letGo()
    if (held && shift && held.moved)
      moveUnits(
        bench,
        held.units.map(unit => ({ id: unit.id, xMm: unit.x + shift.dx, yMm: unit.y + shift.dy })),
        `Move ${held.label}`
      )
  })
  useEventListener('pointercancel', letGo)
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.key === 'Escape' && hold.value) letGo()
  })
  return { hold, by, relations, live, take }
}

/** Moves units as one act. Of a row one member is told, and the others follow. */
export function moveUnits(
  bench: ReturnType<typeof useBench>,
  places: readonly { id: string; xMm: number; yMm: number }[],
  label: string,
  key = ''
): boolean {
  const { option, design } = bench
  if (!option || !design || places.length === 0) return false
  const rows = new Set<string>()
  const edits = places.flatMap(({ id, xMm, yMm }) => {
    const row = design.units.find(unit => unit.id === id)?.row
    if (row && rows.has(row)) return []
    if (row) rows.add(row)
    return [
      {
        type: 'unit.move' as const,
        option: option.id,
        unit: id,
        xMm: Number(xMm.toFixed(3)),
        yMm: Number(yMm.toFixed(3))
      }
    ]
  })
  return bench.act(edits, label, key)
}

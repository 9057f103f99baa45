import { useEventListener } from '@vueuse/core'
import {
  examinePanel,
  extent,
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

/**
 * The hand on the panel: takes a unit with all that goes along with it (the selection, its group, its row), follows it,
 * lets panel and sight be examined at each step, and makes one edit when it is set down.
 * @param toFace turns a pointer's place on the screen into mm on the face, or undefined while there is no drawing
 */
export function usePanelHand(toFace: (event: PointerEvent) => { x: number; y: number } | undefined) {
  const bench = useBench()
  const preferences = usePreferences()
  const { grid } = usePanelTools()
  const hold = shallowRef<Hold>()
  /** How far the held things are from where they stood; undefined when nothing is held or it has not moved. */
  const by = shallowRef<{ dx: number; dy: number }>()
  const relations = shallowRef<Relation[]>([])
  const live = shallowRef<LiveSight>()

  /** All that moves with a unit: the selection it belongs to, its group, and its row; nothing locked. */
  function company(design: Design, unit: DesignUnit): DesignUnit[] {
    const ids = new Set(bench.selected.includes(unit.id) ? bench.selected : [unit.id])
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
    const units = (unit.at ? company(design, unit) : [unit]).map(unit => ({
      id: unit.id,
      x: unit.at?.xMm ?? point.x,
      y: unit.at?.yMm ?? point.y
    }))
    const byId = new Map(design.units.map(unit => [unit.id, unit]))
    hold.value = {
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
    // The first examinations fill what later ones find ready: they are done while the hand still takes hold.
    setTimeout(() => {
      seatsOf(design)
      for (const dx of [0, 1, 2]) if (hold.value && !by.value) examinePanel(moved(design, { dx, dy: 0 }))
    })
  }

  /** The design with the held units where the hand has them. */
  function moved(design: Design, { dx, dy }: { dx: number; dy: number }): Design {
    const held = new Map(hold.value!.units.map(unit => [unit.id, unit]))
    return {
      ...design,
      units: design.units.map(unit => {
        const start = held.get(unit.id)
        return start ? { ...unit, at: { xMm: start.x + dx, yMm: start.y + dy } } : unit
      })
    }
  }

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
    const raw = { dx: point.x - held.startX, dy: point.y - held.startY }
    const box = {
      minX: held.box.minX + raw.dx,
      maxX: held.box.maxX + raw.dx,
      minY: held.box.minY + raw.dy,
      maxY: held.box.maxY + raw.dy
    }
    const snapped = event.altKey
      ? undefined
      : snapBox(
          box,
          held.neighbours,
          SNAP_MM,
          grid.value ? (preferences.system === 'inch' ? inches(0.25) : 5) : undefined
        )
    relations.value = snapped?.relations ?? []
    by.value = { dx: raw.dx + (snapped?.dx ?? 0), dy: raw.dy + (snapped?.dy ?? 0) }
    const there = moved(design, by.value)
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
  const neighbours = (design: Design, own: ReadonlySet<string>) =>
    design.units.flatMap(unit =>
      unit.at && unit.item.face && !own.has(unit.id)
        ? [{ name: unit.label, ...bezelOf(unit, unit.at.xMm, unit.at.yMm) }]
        : []
    )
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

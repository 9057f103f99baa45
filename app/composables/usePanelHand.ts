import { useEventListener } from '@vueuse/core'
import { examinePanel } from '#core/panel'
import type { Design, DesignUnit } from '#core/project'
import { useBench } from '~/stores/bench'

/** A centre within this of another's is taken as meant, in mm of the face. Alt held lets go of it. */
const SNAP_MM = 2.5

interface Hold { unit: string, label: string, fromX: number, fromY: number, offsetX: number, offsetY: number, moved: boolean }

/**
 * The hand on the panel: takes a unit on the face or in the tray, follows it, lets the panel be examined at each
 * step, and makes one edit when it is set down.
 * @param toFace turns a pointer's place on the screen into mm on the face, or undefined while there is no drawing
 */
export function usePanelHand(toFace: (event: PointerEvent) => { x: number, y: number } | undefined) {
  const bench = useBench()
  const hold = ref<Hold>()
  /** Where the held unit is now; undefined when nothing is held or it is not over the face. */
  const at = ref<{ x: number, y: number }>()
  const guides = ref<{ x?: number, y?: number }>({})

  function take(unit: DesignUnit, event: PointerEvent) {
    if (event.button !== 0) return
    const point = toFace(event)
    if (!point) return
    const here = unit.at ?? { xMm: point.x, yMm: point.y }
    hold.value = { unit: unit.id, label: unit.label, fromX: event.clientX, fromY: event.clientY, offsetX: here.xMm - point.x, offsetY: here.yMm - point.y, moved: !unit.at }
    bench.selected = event.shiftKey ? [...new Set([...bench.selected, unit.id])] : [unit.id]
  }

  function snapped(x: number, y: number, free: boolean): { x: number, y: number } {
    guides.value = {}
    if (free) return { x, y }
    let [bestX, bestY, byX, byY] = [x, y, SNAP_MM, SNAP_MM]
    for (const unit of bench.design?.units ?? []) {
      if (!unit.at || unit.id === hold.value?.unit) continue
      if (Math.abs(unit.at.xMm - x) < byX) { byX = Math.abs(unit.at.xMm - x); bestX = unit.at.xMm; guides.value.x = bestX }
      if (Math.abs(unit.at.yMm - y) < byY) { byY = Math.abs(unit.at.yMm - y); bestY = unit.at.yMm; guides.value.y = bestY }
    }
    return { x: bestX, y: bestY }
  }

  /** The design with the held unit where the hand has it. */
  const moved = (design: Design, x: number, y: number): Design => ({ ...design, units: design.units.map(unit => unit.id === hold.value!.unit ? { ...unit, at: { xMm: x, yMm: y } } : unit) })

  let frame = 0
  useEventListener('pointermove', (event: PointerEvent) => {
    const held = hold.value
    if (!held) return
    if (!held.moved && Math.hypot(event.clientX - held.fromX, event.clientY - held.fromY) < 3) return
    held.moved = true
    const point = toFace(event)
    if (!point || !bench.design) return
    at.value = snapped(point.x + held.offsetX, point.y + held.offsetY, event.altKey)
    cancelAnimationFrame(frame)
    frame = requestAnimationFrame(() => { if (hold.value && at.value && bench.design) bench.livePanel = examinePanel(moved(bench.design, at.value.x, at.value.y)) })
  })
  function letGo() {
    cancelAnimationFrame(frame)
    hold.value = undefined
    at.value = undefined
    guides.value = {}
    bench.livePanel = undefined
  }
  useEventListener('pointerup', () => {
    const held = hold.value
    const place = at.value
    letGo()
    if (held && place && bench.option)
      bench.act([{ type: 'unit.move', option: bench.option.id, unit: held.unit, xMm: Number(place.x.toFixed(3)), yMm: Number(place.y.toFixed(3)) }], `Move ${held.label}`)
  })
  useEventListener('pointercancel', letGo)
  useEventListener('keydown', (event: KeyboardEvent) => { if (event.key === 'Escape' && hold.value) letGo() })
  return { hold, at, guides, take }
}

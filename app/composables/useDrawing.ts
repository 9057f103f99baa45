import { holeZones, likelyOutline, likelyUses, outlineOf, type DrawingRead, type RingUse } from '#core/formats'

/** A drawing that the user picked, what each of its closed lines is used for, and the panel that this makes. */
export function useDrawing() {
  const file = shallowRef<{ name: string; text: string }>()
  const unit = ref<'' | 'in' | 'mm'>('')
  const read = shallowRef<DrawingRead>()
  const reading = ref(false)
  const uses = shallowRef<RingUse[]>([])

  async function pick(files: File | File[] | null) {
    const chosen = Array.isArray(files) ? files[0] : files
    unit.value = ''
    file.value = chosen ? { name: chosen.name, text: await chosen.text() } : undefined
  }
  watch([file, unit], async ([now, of]) => {
    read.value = undefined
    uses.value = []
    if (!now) return
    reading.value = true
    const found = await readForeignDrawing({ ...now, unitMm: of === 'in' ? 25.4 : of === 'mm' ? 1 : undefined })
    // Another file or unit was chosen meanwhile.
    if (file.value !== now || unit.value !== of) return
    read.value = found
    if (found.ok) uses.value = likelyUses(found.drawing, likelyOutline(found.drawing))
    reading.value = false
  })
  const drawing = computed(() => (read.value?.ok ? read.value.drawing : undefined))
  const panel = computed(() => drawing.value && outlineOf(drawing.value, uses.value))
  /** The panel out of the drawing, ready to be taken. */
  const taken = computed(() =>
    panel.value?.ok
      ? { outline: panel.value.outline, zones: holeZones(panel.value.holes, file.value!.name) }
      : undefined
  )
  return { file, unit, read, reading, drawing, uses, panel, taken, pick }
}
export type DrawingInHand = ReturnType<typeof useDrawing>

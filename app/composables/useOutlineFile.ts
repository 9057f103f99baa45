import type { OutlineChoice, OutlineRead } from '#core/formats'

/** A drawing that the user picked for its outline: read again when its unit, or the closed line that is the panel, is chosen. */
export function useOutlineFile() {
  const file = shallowRef<{ name: string; text: string }>()
  const unit = ref<'' | 'in' | 'mm'>('')
  /** Which closed line is the outline; none until one is chosen. */
  const choice = ref<number>()
  const read = shallowRef<OutlineRead>()
  const reading = ref(false)
  /** Closed lines that could be the outline; kept while another of them is read. */
  const choices = shallowRef<OutlineChoice[]>([])

  async function pick(files: File | File[] | null) {
    const chosen = Array.isArray(files) ? files[0] : files
    choice.value = undefined
    choices.value = []
    file.value = chosen ? { name: chosen.name, text: await chosen.text() } : undefined
  }
  const unitMm = computed(() => (unit.value === 'in' ? 25.4 : unit.value === 'mm' ? 1 : undefined))
  watch([file, unit, choice], async ([now, of, line]) => {
    read.value = undefined
    if (!now) return
    reading.value = true
    const found = await readForeignOutline({ ...now, unitMm: unitMm.value, choice: line })
    // Another file, unit or line was chosen meanwhile.
    if (file.value !== now || unit.value !== of || choice.value !== line) return
    read.value = found
    if (found.choices) choices.value = found.choices
    reading.value = false
  })
  return { file, unit, choice, choices, read, reading, pick }
}

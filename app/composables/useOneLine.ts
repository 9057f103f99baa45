import { layOneLine, type PlacedLine } from '#core/formats'
import { oneLine, type Circuit, type Feeder } from '#core/power'
import type { Supply } from '#core/document'
import type { Design } from '#core/design'

/** The one-line diagram of a design, laid out again when what it is drawn from changes; until then the one before is shown. */
export function useOneLine(
  of: () => { design: Design; supply: Supply; circuits: readonly Circuit[]; feeders: readonly Feeder[] }
) {
  const placed = shallowRef<PlacedLine>()
  const laying = ref(true)
  const latest = useAsked()
  watch(
    of,
    ({ design, supply, circuits, feeders }) => {
      laying.value = true
      const line = oneLine(design, supply, circuits, feeders)
      return latest(
        async () => layOneLine(line, await useElk()),
        laid => {
          placed.value = laid
          laying.value = false
        }
      )
    },
    { immediate: true }
  )
  return { placed, laying }
}

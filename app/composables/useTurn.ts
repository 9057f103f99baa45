/** What waits to be drawn, in its order. */
const waiting: Ref<boolean>[] = []
let walking = false

/** One each frame, so that the page answers between them. */
function walk(): void {
  const next = waiting.shift()
  if (!next) {
    walking = false
    return
  }
  next.value = true
  requestAnimationFrame(() => setTimeout(walk))
}
/** All at once: a print has the whole page. */
function drawAll(): void {
  for (const turn of waiting.splice(0)) turn.value = true
}
if (import.meta.client) window.addEventListener('beforeprint', drawAll)

/**
 * Whether this part of a page has its turn to be drawn. A step opens with what is looked at first; the rest of it comes after
 * that is on the screen, part by part.
 */
export function useTurn(): Readonly<Ref<boolean>> {
  const there = ref(false)
  waiting.push(there)
  if (!walking) {
    walking = true
    requestAnimationFrame(() => setTimeout(walk))
  }
  onUnmounted(() => {
    const index = waiting.indexOf(there)
    if (index >= 0) waiting.splice(index, 1)
  })
  return there
}

import type { WatchSource } from 'vue'

/**
 * Keeps the hand where it is when what it is on is moved in the page, as a row is that sorts elsewhere by its new figures: the browser
 * takes the focus off all that is moved, and what is typed next would go to the keys of the whole window.
 * @param changes what moves things when it changes
 */
export function useKeptFocus(changes: WatchSource[]): void {
  let held: HTMLElement | undefined
  let range: [number, number] | undefined
  watch(
    changes,
    () => {
      const active = document.activeElement
      held = active instanceof HTMLElement && active !== document.body ? active : undefined
      range =
        active instanceof HTMLInputElement && active.selectionStart !== null
          ? [active.selectionStart, active.selectionEnd ?? active.selectionStart]
          : undefined
    },
    { flush: 'pre' }
  )
  watch(
    changes,
    () => {
      if (!held?.isConnected || document.activeElement !== document.body) return
      held.focus({ preventScroll: true })
      if (range) (held as HTMLInputElement).setSelectionRange(...range)
    },
    { flush: 'post' }
  )
}

/**
 * A list within one cell as rows, which are kept as they are typed: the cell follows each change, and the rows follow the cell only
 * where something else wrote it.
 * @param read rows of a cell; undefined where no row can hold what it says
 * @param refused told when the first field of a row cannot be read, and when the last one can again
 * @returns `rows` undefined where the cell is to be typed in words; `put` at the end adds a row; `hold` says that a field of a row
 * cannot be read, or can again; `version` tells rows that were read anew from those before
 */
export function useRowsOfCell<T>(
  cell: Ref<string>,
  { read, write }: { read: (cell: string) => T[] | undefined; write: (rows: readonly T[]) => string },
  refused: (is: boolean) => void
) {
  const rows = shallowRef<T[] | undefined>(read(cell.value))
  const version = ref(0)
  const unreadable = reactive(new Map<string, number>())
  watch(cell, now => {
    if (rows.value && write(rows.value) === now) return
    rows.value = read(now)
    unreadable.clear()
    version.value++
  })
  watch(
    () => unreadable.size > 0,
    is => refused(is)
  )
  function keep(next: T[]) {
    rows.value = next
    cell.value = write(next)
    // A field that is gone holds nothing.
    for (const [field, at] of unreadable) if (at >= next.length) unreadable.delete(field)
  }
  return {
    rows: rows as Readonly<typeof rows>,
    version: version as Readonly<typeof version>,
    put: (at: number, row: T) => keep(rows.value!.toSpliced(at, 1, row)),
    takeOut: (at: number) => keep(rows.value!.toSpliced(at, 1)),
    hold(at: number, part: string, is: boolean) {
      if (is) unreadable.set(`${at} ${part}`, at)
      else unreadable.delete(`${at} ${part}`)
    }
  }
}

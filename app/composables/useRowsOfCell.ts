/**
 * A list within one cell as rows, which are kept as they are typed: the cell follows each change, and the rows follow the cell only
 * where something else wrote it.
 * @param read rows of a cell; undefined where no row can hold what it says
 * @returns `rows` undefined where the cell is to be typed in words; `put` at the end adds a row
 */
export function useRowsOfCell<T>(
  cell: Ref<string>,
  read: (cell: string) => T[] | undefined,
  write: (rows: readonly T[]) => string
) {
  const rows = shallowRef<T[] | undefined>(read(cell.value))
  watch(cell, now => {
    if (rows.value && write(rows.value) === now) return
    rows.value = read(now)
  })
  function keep(next: T[]) {
    rows.value = next
    cell.value = write(next)
  }
  return {
    rows: rows as Readonly<typeof rows>,
    put: (at: number, row: T) => keep(rows.value!.toSpliced(at, 1, row)),
    takeOut: (at: number) => keep(rows.value!.toSpliced(at, 1))
  }
}

/** One column of a table: what stands in a cell, as words or as a number that sorts as one. */
export interface Column<Row> {
  key: string
  title: string
  /** What is sorted, filtered, copied and exported; a number where it is one. */
  value: (row: Row) => string | number | undefined
  /** As it is read, where that is not the value itself. */
  text?: (row: Row) => string
  number?: boolean
  width?: string
  /** Not shown until it is chosen. */
  hidden?: boolean
  /** Buttons and the like: not sorted, copied or chosen. */
  plain?: boolean
  /** A plain one that is a picture of its row: it is printed. */
  picture?: boolean
}

/** What stands in a cell, as it is read. */
export const cellText = <Row>(column: Column<Row>, row: Row): string =>
  column.text?.(row) ?? String(column.value(row) ?? '')

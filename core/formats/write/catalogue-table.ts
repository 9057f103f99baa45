import { CATALOGUE_COLUMNS, columnSpec } from '../catalogue-columns'

/** The table of the columns of a catalogue, as docs/file-formats.md has it (Markdown). */
export function catalogueTable(): string {
  const rows = CATALOGUE_COLUMNS.map(column => {
    const { at, cell } = columnSpec(column)
    return `| \`${column}\` | \`${at}\` | ${cell.replaceAll('|', '\\|')} |`
  })
  return ['| column | field in JSON | cell |', '| --- | --- | --- |', ...rows].join('\n')
}

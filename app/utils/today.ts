/** Today where the reader is, as 2026-12-01: the day by Greenwich may be another one. */
export const localToday = (now = new Date()): string =>
  [now.getFullYear(), now.getMonth() + 1, now.getDate()].map(part => String(part).padStart(2, '0')).join('-')

/** What a page may load and run: our own, and of the scripts within it those whose hashes are named. */
export const policyFor = (hashes: readonly string[]): string =>
  [
    "default-src 'self'",
    // The layout library and the core run in workers; PDF and spreadsheet writers want no more than scripts of ours.
    `script-src 'self'${hashes.map(hash => ` ${hash}`).join('')}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "worker-src 'self' blob:",
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "object-src 'none'"
  ].join('; ')

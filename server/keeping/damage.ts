/**
 * What the database says when it finds its own files damaged: codes of the class XX (from memory: PostgreSQL, appendix A, error
 * codes: data_corrupted, index_corrupted), and the words it uses where it has no code of its own; last what the embedded program
 * says when it gave up.
 */
const CODES = new Set(['XX001', 'XX002'])
const WORDS = [
  /invalid page in block/,
  /could not read blocks?/,
  /(missing|unexpected) chunk (number|size)/,
  /(compressed|pglz|lz4).*corrupt/,
  /invalid memory alloc request/,
  /cache lookup failed|could not find (tuple|pg_class)/,
  /unexpected (zero|data beyond)/,
  /right sibling|is not a(n)? (heap|btree|index)/,
  /invalid toast|invalid varlena|corrupted/i,
  /Of “.*” the saves .* should be there/,
  /^unreachable$|memory access out of bounds|^Aborted/
]

/** Whether an error says that what the database keeps is damaged. */
export function isDamage(error: unknown): boolean {
  for (let at = error, depth = 0; at instanceof Error && depth < 8; at = at.cause, depth++) {
    const { code } = at as { code?: unknown }
    if (CODES.has(String(code))) return true
    if (!at.message.startsWith('Failed query:') && WORDS.some(words => words.test(at.message))) return true
  }
  return false
}

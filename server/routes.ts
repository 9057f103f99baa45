/** What the server answers under /api, by path; kept true by a test that looks at the files. */
export const ROUTES: readonly (readonly [path: RegExp, methods: readonly string[], file: string])[] = [
  [/^\/api\/projects$/, ['GET', 'POST'], 'projects'],
  [/^\/api\/projects\/begin$/, ['POST'], 'projects/begin'],
  [/^\/api\/projects\/[^/]+$/, ['GET', 'DELETE'], 'projects/[id]'],
  [/^\/api\/projects\/[^/]+\/saves$/, ['GET', 'POST'], 'projects/[id]/saves'],
  [/^\/api\/projects\/[^/]+\/card$/, ['GET'], 'projects/[id]/card'],
  [/^\/api\/projects\/[^/]+\/undelete$/, ['POST'], 'projects/[id]/undelete'],
  [/^\/api\/projects\/[^/]+\/versions$/, ['GET'], 'projects/[id]/versions'],
  [/^\/api\/projects\/[^/]+\/versions\/[^/]+\/restore$/, ['POST'], 'projects/[id]/versions/[version]/restore'],
  [/^\/api\/cutter$/, ['GET', 'POST'], 'cutter'],
  [/^\/api\/supplier$/, ['POST'], 'supplier'],
  [/^\/api\/backup$/, ['GET', 'POST'], 'backup'],
  [/^\/api\/catalogue$/, ['GET', 'PUT'], 'catalogue'],
  [/^\/api\/catalogue\/import$/, ['POST'], 'catalogue/import'],
  [/^\/api\/catalogue\/export$/, ['GET'], 'catalogue/export'],
  [/^\/api\/catalogue\/[^/]+$/, ['DELETE'], 'catalogue/[item]']
]

/**
 * What is wrong with a request under /api before anything is done: a path that there is not, or a way of asking it has not.
 * @returns undefined when some route answers it; else the status and, for a wrong method, the ones there are
 */
export function misasked(method: string, path: string): { status: 404 } | { status: 405; allow: string[] } | undefined {
  const there = ROUTES.filter(([route]) => route.test(path))
  if (!there.length) return { status: 404 }
  const allow = [...new Set(there.flatMap(([, methods]) => methods))]
  const wanted = method === 'HEAD' ? 'GET' : method
  return allow.includes(wanted) ? undefined : { status: 405, allow }
}

/**
 * A window that opens on a project asks for it, for the catalogue and for its worker while the rest of its code is still being read:
 * one after the other they would take twice as long.
 */
export default defineNuxtPlugin(() => {
  const id = /^\/p\/([^/]+)/.exec(location.pathname)?.[1]
  if (!id) return
  useExaminer()
  askEarly(decodeURIComponent(id))
  // Whoever needs it asks again, and says what is wrong.
  useCatalogue()
    .ready()
    .catch(() => undefined)
})

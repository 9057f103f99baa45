import { AS_FOUND } from '#core/document'
import { useBench } from '~/stores/bench'

type Query = Record<string, string | undefined>

/** The query of the address with some of it changed; what is undefined is left off. */
const withQuery = (now: Query, patch: Query): Query =>
  Object.fromEntries(Object.entries({ ...now, ...patch }).filter(([, value]) => value !== undefined && value !== ''))

/** Where the window is on its way to: the router needs a moment, and what is changed within it must not undo the change before. */
let going: { path: string; query: Query; how: 'push' | 'replace' } | undefined
/** The query of the address as it will be once the window is there. */
const queryOf = (route: { path: string; query: unknown }): Query =>
  going?.path === route.path ? going.query : (route.query as Query)
/** Changes some of the query. `push` is a step of the way, which can be gone back from; `replace` is none. */
function useQueryChange() {
  const route = useRoute()
  const router = useRouter()
  return (asked: 'push' | 'replace', patch: Query) => {
    const query = withQuery(queryOf(route), patch)
    // A step of the way that was not taken yet is taken with what comes after it.
    const how = going?.path === route.path && going.how === 'push' ? 'push' : asked
    const mine = (going = { path: route.path, query, how })
    void router[how]({ query }).finally(() => {
      if (going === mine) going = undefined
    })
  }
}

/** The pane of a step, kept in the address: a link, a reload and the browser’s own back button come to it again. */
export function usePane<T extends string>(panes: readonly (readonly [T, string])[]) {
  const route = useRoute()
  const change = useQueryChange()
  return computed<T>({
    get: () => panes.find(([key]) => key === route.query.pane)?.[0] ?? panes[0]![0],
    set: pane => change('push', { pane: pane === panes[0]![0] ? undefined : pane })
  })
}

/**
 * Keeps option and selected unit in the address and in the bench the same. Going to another option or step can be gone back
 * from; selecting is not a step of the way.
 */
export function useAddress() {
  const bench = useBench()
  const route = useRoute()
  const change = useQueryChange()
  const first = () => bench.project?.options[0]?.id
  /** What was written last of the selection: when it arrives, the hand may have taken more since, and keeps it. */
  let written: string | undefined
  // From the address to the bench: a link, a reload, back and forward.
  watch(
    [() => route.query.option, () => bench.project?.id],
    () => {
      const wanted = route.query.option ?? first()
      const there = wanted === AS_FOUND || bench.project?.options.some(option => option.id === wanted)
      if (bench.project && wanted !== bench.optionId && there) bench.optionId = String(wanted)
    },
    { immediate: true, flush: 'sync' }
  )
  watch(
    [() => route.query.unit, () => bench.project?.id],
    () => {
      const wanted = route.query.unit
      if (wanted !== undefined && wanted === written) {
        written = undefined
        return
      }
      if (typeof wanted === 'string' && bench.option?.units.some(unit => unit.id === wanted)) bench.selected = [wanted]
    },
    { immediate: true }
  )
  // From the bench to the address.
  watch(
    () => bench.optionId,
    option => {
      // Held against where the window is on its way to: three options on within a moment may end at the one the address still has.
      if (!bench.project || (queryOf(route).option ?? first()) === option) return
      change('push', { option: option === first() ? undefined : option, unit: undefined })
    }
  )
  watch(
    () => (bench.selected.length === 1 ? bench.selected[0] : undefined),
    unit => {
      if (!bench.project || queryOf(route).unit === unit) return
      written = unit
      change('replace', { unit })
    }
  )
}

/** A step’s address, the option kept. It is the same after an act: what is drawn by it need not be drawn again. */
export function useStepAddress() {
  const bench = useBench()
  const project = computed(() => bench.project?.id)
  const option = computed(() => (bench.optionId === bench.project?.options[0]?.id ? undefined : bench.optionId))
  return (step: string, query: Query = {}) => ({
    path: `/p/${project.value}/${step}`,
    query: withQuery(query, { option: option.value })
  })
}

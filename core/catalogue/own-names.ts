import * as z from 'zod'
import { FUNCTIONS, KINDS, SIGNALS, type FunctionName, type Kind, type TradeKind } from './vocabulary'

/** The longest name of a kind or function. */
const LONGEST = 40

/** A kind or function that the lists of the trade do not have and a person has named, like “weather radar”. */
export const OwnName = z
  .string()
  .max(LONGEST)
  .regex(
    /^[\p{Ll}\p{Nd}](?:[\p{Ll}\p{Nd} +/&.-]*[\p{Ll}\p{Nd}+])?$/u,
    'is not in the list; an own name has lower-case letters, digits, spaces, hyphens, dots, slashes, + or &'
  )
  .brand<'own name'>()
export type OwnName = z.infer<typeof OwnName>

export const KindName = z.union([z.enum(KINDS), OwnName])
export const FunctionWord = z.union([z.enum(FUNCTIONS), OwnName])

const TRADE_KINDS: ReadonlySet<string> = new Set(KINDS)
const TRADE_FUNCTIONS: ReadonlySet<string> = new Set(FUNCTIONS)
const TRADE_SIGNALS: ReadonlySet<string> = new Set(SIGNALS)
export const isTradeKind = (name: string): name is TradeKind => TRADE_KINDS.has(name)
export const isOwnFunction = (name: string): boolean => !TRADE_FUNCTIONS.has(name)

/** A name as a person types it, as the lists have it: lower case, single spaces. Undefined where it cannot be a name. */
export function nameFrom(typed: string): OwnName | undefined {
  const read = OwnName.safeParse(typed.toLowerCase().replace(/\s+/g, ' ').trim())
  return read.success ? read.data : undefined
}

interface Named {
  kind: Kind
  usedLike?: TradeKind
}
/**
 * The kind of the trade whose handling an item shares: how it is drawn, looked at, reached and fed. Its own kind; of a kind that a
 * person named, the one it is used like, or none where none is entered.
 */
export const handledAs = ({ kind, usedLike }: Named): TradeKind | undefined => (isTradeKind(kind) ? kind : usedLike)

/** What a table says of the kind whose handling an item shares. */
export function byKind<T>(table: Readonly<Partial<Record<TradeKind, T>>>, item: Named): T | undefined {
  const kind = handledAs(item)
  return kind && table[kind]
}

interface Naming extends Named {
  ownNames?: readonly string[]
  provides: readonly FunctionName[]
  needs: readonly { what: string; name: string; for?: readonly string[] }[]
  announced?: readonly { provides?: readonly FunctionName[] }[]
}

/**
 * What is wrong with the names of an entry: each is of the trade’s lists, or among those that the entry names as its own, so that a
 * slip of the pen is an error.
 */
export function nameProblems(item: Naming): { path: (string | number)[]; message: string }[] {
  const own = new Set(item.ownNames)
  const used = new Set<string>()
  const problems: { path: (string | number)[]; message: string }[] = []
  const check = (name: string, known: boolean, path: (string | number)[], list: string) => {
    used.add(name)
    if (!known && !own.has(name))
      problems.push({
        path,
        message: `“${name}” is no ${list} in the list; to use it, add it to its own names`
      })
  }
  check(item.kind, isTradeKind(item.kind), ['kind'], 'kind')
  item.provides.forEach((name, index) => check(name, !isOwnFunction(name), ['provides', index], 'function'))
  item.announced?.forEach((notice, at) =>
    notice.provides?.forEach((name, index) =>
      check(name, !isOwnFunction(name), ['announced', at, 'provides', index], 'function')
    )
  )
  item.needs.forEach((need, index) => {
    if (need.what === 'function') check(need.name, !isOwnFunction(need.name), ['needs', index, 'name'], 'function')
    for (const name of need.for ?? [])
      check(name, !isOwnFunction(name) || TRADE_SIGNALS.has(name), ['needs', index, 'for'], 'function or signal')
  })
  item.ownNames?.forEach((name, index) => {
    if (!used.has(name))
      problems.push({ path: ['ownNames', index], message: `“${name}” is neither the kind nor a function of this item` })
    else if (name === item.kind ? isTradeKind(name) : !isOwnFunction(name))
      problems.push({ path: ['ownNames', index], message: `“${name}” is in the list already` })
  })
  if (item.usedLike && isTradeKind(item.kind))
    problems.push({ path: ['usedLike'], message: `is only for an own kind; “${item.kind}” is in the list` })
  return problems
}

/** Names of functions that are a person’s own in some entries, each once, in alphabetical order. */
export const ownFunctionsOf = (items: readonly Pick<Naming, 'provides'>[]): FunctionName[] =>
  [...new Set(items.flatMap(item => item.provides.filter(isOwnFunction)))].sort()

import * as messages from '../messages'
import { perObject } from '../../cache'
import { FUNCTIONS, isOwnFunction, isTradeKind, KINDS, type FunctionName, type Kind } from '../../catalogue'
import { finding, type Design, type DesignUnit, type Finding } from '../../design'

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9 -]+/g, ' ')
    .replace(/\b(a|an|the|no|any|keep|without|with)\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
/** The same thing in the plural. */
const same = (text: string, name: string): boolean => [name, `${name}s`, `${name}es`].includes(text)
const names = (text: string, name: string): boolean =>
  ` ${text} `.includes(` ${name} `) || ` ${text} `.includes(` ${name}s `) || ` ${text} `.includes(` ${name}es `)

/** Words of the trade besides the names of functions and kinds (common practice). */
const ALSO_CALLED: readonly (readonly [string, FunctionName])[] = [
  ['yaw damper', 'yaw damping'],
  ['traffic', 'ads-b in'],
  ['strobe', 'anti-collision light'],
  ['beacon', 'anti-collision light'],
  ['nav lights', 'position lights'],
  ['angle of attack indicator', 'angle of attack']
]

interface Subject {
  name: string
  kind?: Kind
  function?: FunctionName
}
/** Every word of the trade, the longest first. */
const SUBJECTS: readonly Subject[] = [
  ...FUNCTIONS.map(name => ({ name, function: name })),
  ...KINDS.map(name => ({ name, kind: name })),
  ...ALSO_CALLED.map(([name, called]) => ({ name, function: called }))
].sort((a, b) => b.name.length - a.name.length)
/** The word of the trade that each wish is about: the longest kind or function named in it. */
const tradeSubjects = perObject((wishes: readonly string[]): readonly (Subject | undefined)[] =>
  wishes.map(words => SUBJECTS.find(subject => names(plain(words), subject.name)))
)
/** What each wish is about: a name that somebody gave goes before a word of the trade inside it. */
function subjectsOf({ brief, units }: Design): readonly (Subject | undefined)[] {
  const own: Subject[] = [
    ...[...brief.functions, ...units.flatMap(unit => unit.item.provides)]
      .filter(isOwnFunction)
      .map(name => ({ name, function: name })),
    ...units.flatMap(({ item: { kind } }) => (isTradeKind(kind) ? [] : [{ name: kind, kind }]))
  ].sort((a, b) => b.name.length - a.name.length)
  return tradeSubjects(brief.wishes).map(
    (subject, index) => own.find(({ name }) => names(plain(brief.wishes[index]!), plain(name))) ?? subject
  )
}
/** Functions that the brief requires and that do not work: absent, or there and not working. */
function requiredFindings(design: Design, works: ReadonlySet<FunctionName>): Finding[] {
  return [...new Set(design.brief.functions)]
    .filter(name => !works.has(name))
    .map(name => {
      const there = design.units.filter(unit => unit.item.provides.includes(name))
      return finding(
        'brief.function',
        there.map(unit => unit.id),
        {
          key: name,
          weight: 'decide',
          basis: { kind: 'entered', source: 'required functions of the brief' },
          lacks: there.length ? undefined : { functions: [name] },
          says: messages.requiredFunction({ name, there })
        }
      )
    })
}
const isOf = (unit: DesignUnit, text: string): boolean =>
  same(text, unit.label.toLowerCase()) ||
  same(text, unit.item.kind) ||
  unit.item.provides.some(name => same(text, name)) ||
  same(text, unit.item.name.toLowerCase())

/**
 * Required functions, wishes and dislikes of the brief that can be checked: a function that does not work, a thing disliked that is
 * there, a thing wished for that is not, or is out of reach. A wish in which no unit or function is named cannot be checked: one
 * note lists all of these, for their owner to judge.
 * @param findings what the other rooms found, for what is out of reach
 * @param works what works in the design
 */
export function wishFindings(
  design: Design,
  findings: readonly Finding[],
  works: ReadonlySet<FunctionName>
): Finding[] {
  const basis = { kind: 'entered', source: 'wishes and dislikes of the brief' } as const
  const disliked = design.brief.dislikes.flatMap((words, index): Finding[] => {
    const text = plain(words)
    const reach = /\breach\b/.test(text)
    const units = design.units.filter(unit =>
      reach
        ? (names(text, unit.item.kind) || names(text, unit.label.toLowerCase())) &&
          findings.some(finding => finding.code === 'pilot.reach' && finding.subjects.includes(unit.id))
        : isOf(unit, text)
    )
    if (units.length === 0) return []
    return [
      finding(
        'brief.dislike',
        units.map(unit => unit.id),
        { key: String(index), weight: 'note', basis, says: messages.dislike({ words, units }) }
      )
    ]
  })
  const subjects = subjectsOf(design)
  const wished = design.brief.wishes.flatMap((words, index): Finding[] => {
    const subject = subjects[index]
    if (!subject) return []
    const there = subject.function
      ? works.has(subject.function)
      : design.units.some(unit => unit.item.kind === subject.kind)
    if (there) return []
    return [
      finding('brief.wish', [], {
        key: String(index),
        weight: 'note',
        basis,
        lacks: subject.function ? { functions: [subject.function] } : undefined,
        says: messages.wish({ words, functionWord: subject.function, kind: subject.kind })
      })
    ]
  })
  // What is excluded is looked for by the names of units too; a wish without a known name is looked for by nothing.
  const open = design.brief.wishes.filter(
    (words, index) => !subjects[index] && !design.units.some(unit => isOf(unit, plain(words)))
  )
  const unwatched = open.length
    ? [finding('brief.unwatched', [], { weight: 'note', basis, says: messages.unwatched(open) })]
    : []
  return [...requiredFindings(design, works), ...disliked, ...wished, ...unwatched]
}

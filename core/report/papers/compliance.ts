import { chainWords } from '../../capability'
import type { Design } from '../../design'
import { US, readPhrase, type Reading } from '../../quantity'
import { TASK_WORDS, type FailureReport } from '../../resilience'
import { chainsOf, conditionWords, PACKS, type ClauseResult, type RulesReport } from '../../rules'
import type { LoadAnalysis } from './analysis'

/**
 * The compliance sheet of a design: every clause with its evidence, by which chain and by which second one, who looked, what is
 * due, and what a failure leaves.
 * @param on the day it is made, as the reader writes it: the core has no clock
 */
export function complianceSheet(
  design: Design,
  { rules, failures }: { rules: RulesReport; failures: FailureReport },
  on: string,
  reading: Reading = US
): LoadAnalysis {
  const packs = [...PACKS, ...design.packs]
  const secondChain = (clause: ClauseResult) => {
    const second = chainsOf(design, clause)[1]
    return second ? chainWords(second) : ''
  }
  return {
    title: 'Compliance sheet',
    of: `${design.brief.registration || design.title}, ${design.optionName}`,
    on,
    reading,
    tables: [
      ...packs.flatMap(pack => {
        const clauses = rules.clauses.filter(clause => clause.pack === pack.id && clause.state !== 'does not apply')
        if (clauses.length === 0) return []
        return [
          {
            title: pack.title,
            note: `Source: ${pack.source}.`,
            columns: ['Clause', 'Asks for', 'State', 'By', 'Second chain', 'Evidence', 'Due'].map(says => ({ says })),
            rows: clauses.map(clause => [
              `${clause.clause.ref}${clause.recalled ? ' (recalled)' : ''}`,
              clause.clause.title,
              clause.state,
              clause.by.map(unit => unit.label).join(', '),
              secondChain(clause),
              readPhrase(clause.because, reading),
              clause.due ?? ''
            ])
          }
        ]
      }),
      {
        title: 'After a failure',
        note: 'Single-point failures, switches set for normal flight. Tasks that a switch restores are marked.',
        columns: ['Task', 'Done now', 'Taken by', 'Brought back by', 'Chains that share nothing'].map(says => ({
          says
        })),
        rows: failures.tasks.map(task => [
          TASK_WORDS[task.task],
          task.works ? 'yes' : 'no',
          task.singles.map(part => part.name).join(', ') || 'no single loss',
          task.rescued
            .map(({ part, set }) => `${part.name}: ${set.map(move => `${move.name} ${move.to}`).join(', ')}`)
            .join('; '),
          task.chains.length > 1 ? 'two or more' : String(task.chains.length)
        ])
      },
      {
        title: 'What does not apply',
        note: 'With the reason.',
        columns: ['Clause', 'Asks for', 'Why not'].map(says => ({ says })),
        rows: rules.clauses
          .filter(clause => clause.state === 'does not apply' && !clause.clause.advice)
          .map(clause => [
            clause.clause.ref,
            clause.clause.title,
            `${readPhrase(clause.because, reading)}${clause.clause.applies ? ` (applies: ${conditionWords(clause.clause.applies)})` : ''}`
          ])
      }
    ],
    assumptions: [
      'What works is calculated from the catalog entries (needs, signals and functions of each unit), from connections, ' +
        'power and places. It knows nothing of a unit that is out of order.',
      'A unit found in the aeroplane is taken as lawfully installed; a new one counts only where its entry is approved for the basis.'
    ],
    sources: [...new Set(packs.map(pack => pack.source))],
    cautions: [
      'Clauses marked “recalled” were written down from memory: hold them against the text in force.',
      'Legal is not the same as wise. Your inspector and authority decide; other countries have other rules.'
    ]
  }
}

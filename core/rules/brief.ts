import type { Project } from '../document'
import type { Design, Finding, Weight } from '../design'
import { onDay, say, type Phrase } from '../quantity'

type Brief = Project['brief']
/** What a brief says that cannot all be so, and where that is written. */
interface Contradiction {
  id: string
  weight: Weight
  when: (design: Design) => boolean
  says: Phrase
  /** What the brief would say instead, each in words. */
  instead: { says: Phrase; brief: (brief: Brief) => Partial<Brief> }[]
  source: string
}

const withKind = (kind: Brief['flying'][number]) => ({
  says: say`Fly ${kind} as well.`,
  brief: ({ flying }: Brief) => ({ flying: [...flying, kind] })
})
const IFR = { says: say`Fly IFR by day as well.`, brief: withKind('IFR by day').brief }
const underCfr = ({ brief }: Design) => brief.authority === '14 CFR'
const fliesIfr = ({ brief }: Design) => brief.flying.some(kind => kind.startsWith('IFR'))
const WITHOUT_HIRE = { says: say`Do not fly for hire.`, brief: () => ({ forHire: false }) }

const CONTRADICTIONS: readonly Contradiction[] = [
  {
    id: 'night',
    weight: 'note',
    when: ({ brief: { flying } }) =>
      flying.includes('IFR by night') && !flying.includes('IFR by day') && !flying.includes('night VFR'),
    says: say`The brief flies IFR by night but neither IFR by day nor VFR by night.`,
    instead: [IFR, withKind('night VFR')],
    source: 'flying in the brief'
  },
  {
    id: 'hire-amateur',
    weight: 'decide',
    when: design => underCfr(design) && design.brief.forHire && design.brief.basis === 'amateur-built',
    says: say`The brief flies an amateur-built aeroplane for hire, which its certificate does not allow.`,
    instead: [WITHOUT_HIRE],
    source: '14 CFR 91.319(a)(2), from memory'
  },
  {
    id: 'hire-light',
    weight: 'decide',
    when: design => underCfr(design) && design.brief.forHire && design.brief.basis === 'light-sport',
    says: say`The brief flies a light-sport aeroplane for hire: beyond towing and training its certificate does not allow it.`,
    instead: [WITHOUT_HIRE],
    source: '14 CFR 91.327(a), from memory'
  },
  {
    id: 'class-a',
    weight: 'decide',
    when: design =>
      underCfr(design) &&
      !fliesIfr(design) &&
      (design.brief.aboveFL240 || (design.brief.airspace ?? []).includes('class A')),
    says: say`The brief enters class A airspace but flies no IFR: there all fly under IFR.`,
    instead: [
      IFR,
      {
        says: say`Stay below class A.`,
        brief: ({ airspace }) => ({ aboveFL240: false, airspace: airspace?.filter(kind => kind !== 'class A') })
      }
    ],
    source: '14 CFR 91.135, from memory'
  },
  {
    id: 'vor',
    weight: 'note',
    when: design => design.brief.byVor && !fliesIfr(design),
    says: say`The brief flies IFR by VOR but no IFR: the check of the receivers is asked of nobody.`,
    instead: [IFR, { says: say`Do not fly IFR by VOR.`, brief: () => ({ byVor: false }) }],
    source: '14 CFR 91.171(a), from memory'
  }
]

/**
 * What the brief says that cannot all be so: told, so that no clause is believed on the strength of it.
 * @param today what is made later is judged as of then
 */
export function briefFindings(design: Design, today?: string): Finding[] {
  const found = CONTRADICTIONS.filter(({ when }) => when(design)).map(
    ({ id, weight, says, instead, source }): Finding => ({
      id: `rules.brief:${id}`,
      code: 'rules.brief',
      weight,
      subjects: [],
      remedies: instead.map(({ says: what, brief }) => ({
        says: what,
        edits: [{ type: 'brief.set', brief: { ...design.brief, ...brief(design.brief) } }]
      })),
      basis: { kind: 'entered', source },
      says
    })
  )
  const { airframe } = design
  if (airframe.certifiedAfter1996 && airframe.madeOn <= '1996-03-11')
    found.push({
      id: 'rules.certified-on',
      code: 'rules.brief',
      weight: 'decide',
      subjects: [],
      remedies: [],
      basis: { kind: 'entered', source: 'date of manufacture and of the type certificate in the brief' },
      says: say`It was made on ${onDay(airframe.madeOn)}, yet is entered as certificated after 11 March 1996.`
    })
  if (today !== undefined && airframe.madeOn > today)
    found.push({
      id: 'rules.made-on',
      code: 'rules.brief',
      weight: 'decide',
      subjects: [],
      remedies: [],
      basis: { kind: 'entered', source: 'date of manufacture in the brief' },
      says: say`The date of manufacture, ${onDay(airframe.madeOn)}, is still to come: clauses that turn on it are judged as of then.`
    })
  return found
}

import * as messages from './messages'
import type { Project } from '../document'
import { finding, type Design, type Finding, type Weight } from '../design'
import { type Phrase } from '../quantity'

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
  says: messages.alsoFly(kind),
  brief: ({ flying }: Brief) => ({ flying: [...flying, kind] })
})
const IFR = { says: messages.alsoFlyIfrByDay, brief: withKind('IFR by day').brief }
const underCfr = ({ brief }: Design) => brief.authority === '14 CFR'
const fliesIfr = ({ brief }: Design) => brief.flying.some(kind => kind.startsWith('IFR'))
const WITHOUT_HIRE = { says: messages.notForHire, brief: () => ({ forHire: false }) }

const CONTRADICTIONS: readonly Contradiction[] = [
  {
    id: 'night',
    weight: 'note',
    when: ({ brief: { flying } }) =>
      flying.includes('IFR by night') && !flying.includes('IFR by day') && !flying.includes('night VFR'),
    says: messages.ifrByNightAlone,
    instead: [IFR, withKind('night VFR')],
    source: 'flying in the brief'
  },
  {
    id: 'hire-amateur',
    weight: 'decide',
    when: design => underCfr(design) && design.brief.forHire && design.brief.basis === 'amateur-built',
    says: messages.hireAmateurBuilt,
    instead: [WITHOUT_HIRE],
    source: '14 CFR 91.319(a)(2), from memory'
  },
  {
    id: 'hire-light',
    weight: 'decide',
    when: design => underCfr(design) && design.brief.forHire && design.brief.basis === 'light-sport',
    says: messages.hireLightSport,
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
    says: messages.classAWithoutIfr,
    instead: [
      IFR,
      {
        says: messages.stayBelowClassA,
        brief: ({ airspace }) => ({ aboveFL240: false, airspace: airspace?.filter(kind => kind !== 'class A') })
      }
    ],
    source: '14 CFR 91.135, from memory'
  },
  {
    id: 'vor',
    weight: 'note',
    when: design => design.brief.byVor && !fliesIfr(design),
    says: messages.vorWithoutIfr,
    instead: [IFR, { says: messages.notIfrByVor, brief: () => ({ byVor: false }) }],
    source: '14 CFR 91.171(a), from memory'
  }
]

/**
 * What the brief says that cannot all be so: told, so that no clause is believed on the strength of it.
 * @param today what is made later is judged as of then
 */
export function briefFindings(design: Design, today?: string): Finding[] {
  const found = CONTRADICTIONS.filter(({ when }) => when(design)).map(
    ({ id, weight, says, instead, source }): Finding =>
      finding('rules.brief', [], {
        key: id,
        weight,
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
    found.push(
      finding('rules.certified-on', [], {
        weight: 'decide',
        basis: { kind: 'entered', source: 'date of manufacture and of the type certificate in the brief' },
        says: messages.certifiedOn(airframe.madeOn)
      })
    )
  if (today !== undefined && airframe.madeOn > today)
    found.push(
      finding('rules.made-on', [], {
        weight: 'decide',
        basis: { kind: 'entered', source: 'date of manufacture in the brief' },
        says: messages.madeOn(airframe.madeOn)
      })
    )
  return found
}

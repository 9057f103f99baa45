import * as messages from '../messages'
import { placesOnWay, legName } from '../../airframe'
import type { AerialName } from '../../catalogue'
import type { COAX_KINDS } from '../../document'
import { finding, type Basis, type Design, type Finding, type Working } from '../../design'
import { MM_PER_FOOT, say, thing } from '../../quantity'
import type { Wire } from '../harness/wires'

type CoaxKind = (typeof COAX_KINDS)[number]
/** Loss at 100, 400 and 1000 MHz in dB per 100 ft (cable tables, from memory): RG-58C/U and RG-400/U. */
const TABLE: Readonly<Record<CoaxKind, readonly (readonly [mhz: number, db: number])[]>> = {
  'single shield': [
    [100, 4.9],
    [400, 11.5],
    [1000, 20]
  ],
  'double shield': [
    [100, 4.3],
    [400, 9],
    [1000, 15]
  ]
}
const LOSS_BASIS: Basis = { kind: 'published', source: 'cable tables of RG-58C/U and RG-400/U', fromMemory: true }
/** A connector pair loses 0.1 to 0.2 dB (common practice). */
const CONNECTOR_DB = 0.15

/**
 * Loss of coax in dB for 100 ft: k1·√f + k2·f, drawn through the two neighbouring values of the table (skin effect and
 * dielectric).
 * @param mhz frequency, more than 0
 */
export function lossPer100Ft(kind: CoaxKind, mhz: number): number {
  const table = TABLE[kind]
  const [low, high] = mhz <= 400 ? [table[0]!, table[1]!] : [table[1]!, table[2]!]
  const det = Math.sqrt(low[0]) * high[0] - Math.sqrt(high[0]) * low[0]
  const k1 = (low[1] * high[0] - high[1] * low[0]) / det
  const k2 = (Math.sqrt(low[0]) * high[1] - Math.sqrt(high[0]) * low[1]) / det
  return k1 * Math.sqrt(mhz) + k2 * mhz
}

/** What an aerial works at: the frequency its loss is reckoned at, its quarter wave’s, and what is usually allowed. */
interface Band {
  lossMhz: number
  quarterMhz: number
  /** Between radio and aerial, where the maker’s figure is not entered (assumption). */
  mostDb: number
  /** It wants a double shield (common practice). */
  doubleShield: boolean
}
export const BANDS: Readonly<Record<AerialName, Band>> = {
  'com antenna': { lossMhz: 137, quarterMhz: 127, mostDb: 3, doubleShield: false },
  'nav antenna': { lossMhz: 335, quarterMhz: 113, mostDb: 4, doubleShield: false },
  'gps antenna': { lossMhz: 1575.42, quarterMhz: 1575.42, mostDb: 8, doubleShield: true },
  'waas gps antenna': { lossMhz: 1575.42, quarterMhz: 1575.42, mostDb: 8, doubleShield: true },
  'transponder antenna': { lossMhz: 1090, quarterMhz: 1090, mostDb: 2, doubleShield: true },
  'elt antenna': { lossMhz: 406, quarterMhz: 121.5, mostDb: 2, doubleShield: false },
  'marker antenna': { lossMhz: 75, quarterMhz: 75, mostDb: 4, doubleShield: false }
}
/** A quarter of a wave in mm: 3e8 / (4 f). */
export const quarterWaveMm = (mhz: number): number => (3e8 / (4 * mhz * 1e6)) * 1000

/** A radio with its aerial at the other end of its coax. */
export interface RadioChain {
  link: string
  radio: string
  antenna: string
  aerial: AerialName
  mhz: number
  coax: CoaxKind
  /** It lay there before and nobody has said what it is. */
  old: boolean
  lengthMm: number
  connectors: number
  lossDb: number
  /** If it were the other kind. */
  otherDb: number
  mostDb: number
  /** The maker’s own figure. */
  entered: boolean
}

/** Every coax of the list that joins a radio and an aerial, with its loss. */
export function radioChains(design: Design, wires: readonly Wire[]): RadioChain[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const links = new Map(design.links.map(link => [link.id, link]))
  const plugs = new Set(
    design.airframe.routes.filter(route => route.traits?.includes('plug')).map(route => legName(route.from, route.to))
  )
  return wires.flatMap(wire => {
    const link = wire.kind === 'coax' ? links.get(wire.id) : undefined
    if (!link) return []
    const ends = [link.from, link.to].map(end => ({ ...end, unit: units.get(end.unit)! }))
    const antenna = ends.find(end => end.unit.item.kind === 'antenna')
    const radio = ends.find(end => end !== antenna)
    if (!antenna || !radio) return []
    const wanted = radio.unit.item.needs.find(need => need.what === 'aerial' && need.port === radio.port)
    const aerial =
      wanted?.what === 'aerial' ? wanted.name : (antenna.unit.item.provides.find(given => given in BANDS) as AerialName)
    if (!aerial) return []
    const band = BANDS[aerial]
    const places = placesOnWay(design.airframe, wire.run)
    const parted = places.slice(1).filter((place, index) => plugs.has(legName(places[index]!, place))).length
    const connectors = 2 + parted
    const coax = wire.mark?.coax ?? 'double shield'
    const lossAs = (kind: CoaxKind) =>
      (lossPer100Ft(kind, band.lossMhz) * wire.length.installedMm) / MM_PER_FOOT / 100 + connectors * CONNECTOR_DB
    const port = radio.unit.item.ports.find(port => port.id === radio.port)
    return [
      {
        link: link.id,
        radio: radio.unit.id,
        antenna: antenna.unit.id,
        aerial,
        mhz: band.lossMhz,
        coax,
        old: !wire.mark?.coax && antenna.unit.state !== 'new' && radio.unit.state !== 'new',
        lengthMm: wire.length.installedMm,
        connectors,
        lossDb: lossAs(coax),
        otherDb: lossAs(coax === 'double shield' ? 'single shield' : 'double shield'),
        mostDb: port?.mostLossDb ?? band.mostDb,
        entered: port?.mostLossDb !== undefined
      }
    ]
  })
}

/** What is wrong, or not known, of the coax of each radio. */
export function coaxFindings(design: Design, chains: readonly RadioChain[]): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const old = chains.filter(chain => chain.old && BANDS[chain.aerial].doubleShield)
  const findings = chains.flatMap((chain): Finding[] => {
    const radio = units.get(chain.radio)!
    const mark = design.wires.find(wire => wire.wire === chain.link)
    const better = {
      says: messages.doubleShieldRemedy,
      edits: [
        {
          type: 'wires.put' as const,
          option: design.optionId,
          wires: [{ ...mark, wire: chain.link, coax: 'double shield' as const }]
        }
      ]
    }
    const subjects = [chain.radio, chain.antenna]
    const base = {
      key: chain.link,
      figure: { kind: 'coax' as const, of: chain.link },
      remedies: chain.coax === 'single shield' ? [better] : []
    }
    if (chain.lossDb > chain.mostDb)
      return [
        finding('wiring.coax-loss', subjects, {
          ...base,
          weight: 'decide',
          basis: chain.entered ? { kind: 'entered', source: 'catalogue entry' } : ALLOWED,
          measured: chain.lossDb,
          limit: chain.mostDb,
          says: messages.coaxLoss({
            coax: chain.coax,
            radio,
            aerial: chain.aerial,
            lossDb: chain.lossDb,
            mhz: chain.mhz,
            mostDb: chain.mostDb,
            entered: chain.entered
          })
        })
      ]
    return chain.coax === 'single shield' && BANDS[chain.aerial].doubleShield
      ? [
          finding('wiring.coax-shield', subjects, {
            ...base,
            weight: 'decide',
            basis: DOUBLE,
            says: messages.coaxShield({ radio, aerial: chain.aerial, mhz: chain.mhz })
          })
        ]
      : []
  })
  if (old.length)
    findings.push(
      finding('wiring.coax-old', [...new Set(old.flatMap(chain => [chain.radio, chain.antenna]))], {
        weight: 'note',
        basis: DOUBLE,
        says: messages.coaxOld(old.map(chain => say`${thing(units.get(chain.radio)!)} (${chain.aerial})`))
      })
    )
  return findings
}
const ALLOWED: Basis = {
  kind: 'assumption',
  source: 'usual allowance between radio and antenna; follow the maker’s manual'
}
const DOUBLE: Basis = { kind: 'common practice', source: 'double shield for GPS, transponder and nearby COM' }

/** How the loss of a coax came about. */
export function explainCoax(chain: RadioChain): Working {
  const per100 = lossPer100Ft(chain.coax, chain.mhz)
  return {
    formula: messages.coaxFormula(CONNECTOR_DB),
    inputs: [
      { symbol: 'L', meaning: 'coax length', value: chain.lengthMm, unit: 'mm of wire', from: 'wire list' },
      { symbol: 'f', meaning: `of the ${chain.aerial}`, value: chain.mhz, unit: 'MHz', from: 'band' },
      { symbol: 'a(f)', meaning: chain.coax, value: per100, unit: 'dB/100 ft', from: 'cable tables' },
      {
        symbol: 'n',
        meaning: 'connector pairs, one at each end and one at each plug of the way',
        value: chain.connectors,
        unit: '',
        from: 'routes'
      },
      {
        symbol: 'most',
        meaning: 'what is allowed',
        value: chain.mostDb,
        unit: 'dB',
        from: chain.entered ? 'catalogue entry' : 'usual; the maker’s manual rules'
      }
    ],
    result: { value: chain.lossDb, unit: 'dB' },
    basis: LOSS_BASIS
  }
}

import * as messages from './messages'
import { AS_FOUND, type Basis, type Design, type Finding, type Working } from '../design'
import type { Wire } from '../wiring'
import { kg, mm, say } from '../quantity'
import { stiffenerKg } from '../airframe'
import { platesOf } from '../panel'
import { armOf } from './arm'
import { BALANCE_BASIS, balanceFindings, loadedOf, type LoadedReport } from './loading'

export { envelopeOf, limitsAt, loadedOf, type LoadedReport } from './loading'
export { balanceRows, type BalanceRow } from './sheet'

export interface MassLine {
  text: string
  massKg: number
  armMm: number
  momentKgMm: number
}
export interface MassReport {
  emptyMassKg: number
  emptyArmMm: number
  usefulLoadKg: number
  /** Against the aeroplane as found. */
  changeKg: number
  lines: MassLine[]
  /** Every loading entered, added up on this empty aeroplane. */
  loadings: LoadedReport[]
  findings: Finding[]
}

const line = (text: string, massKg: number, armMm: number): MassLine => ({
  text,
  massKg,
  armMm,
  momentKgMm: massKg * armMm
})

/**
 * Empty mass and centre of gravity after the alteration: old + added − removed, sum of moments over the new
 * mass (FAA-H-8083-1B, from memory). Wires count with the units that are new, moved or gone.
 * @param wires wire list of this design
 * @param wiresAsFound wire list of the aeroplane as found
 */
export function examineMass(design: Design, wires: readonly Wire[], wiresAsFound: readonly Wire[]): MassReport {
  const { airframe } = design
  const lines: MassLine[] = [line('Empty aeroplane as installed', airframe.emptyMassKg, airframe.emptyArmMm)]
  for (const { unit } of design.removed) lines.push(line(`− ${unit.label}`, -unit.item.massKg, armOf(unit)))
  for (const unit of design.units) {
    if (unit.was) {
      // Moved, or another item under the same id: what stood there goes out, what stands there now comes in.
      if (unit.was.item.massKg === unit.item.massKg && armOf(unit.was) === armOf(unit)) continue
      const moved = unit.was.item.id === unit.item.id
      lines.push(
        line(
          `− ${unit.label}${moved ? ', where it was' : `, ${unit.was.item.name}`}`,
          -unit.was.item.massKg,
          armOf(unit.was)
        ),
        line(`+ ${unit.label}${moved ? ', where it is now' : `, ${unit.item.name}`}`, unit.item.massKg, armOf(unit))
      )
    } else if (unit.state === 'new') lines.push(line(`+ ${unit.label}`, unit.item.massKg, armOf(unit)))
  }
  const plates = airframe.panel.stiffeners.reduce((sum, stiffener) => sum + stiffenerKg(stiffener), 0)
  if (plates > 0 && design.optionId !== AS_FOUND)
    lines.push(
      line(
        '+ doublers, angles, rails and trays of the panel',
        plates,
        airframe.places.find(place => place.kind === 'panel')?.armMm ?? airframe.emptyArmMm
      )
    )
  const blanks = platesOf(design)
  if (blanks.length)
    lines.push(
      line(
        '+ blanking plates',
        blanks.reduce((sum, plate) => sum + plate.massKg, 0),
        airframe.places.find(place => place.kind === 'panel')?.armMm ?? airframe.emptyArmMm
      )
    )
  const fittedBefore = new Map(design.units.filter(unit => unit.state !== 'new').map(unit => [unit.id, unit]))
  const before = new Set(wiresAsFound.map(wire => wire.id))
  const after = new Set(wires.map(wire => wire.id))
  const changed = (wire: Wire) =>
    wire.units.some(id => !fittedBefore.has(id) || fittedBefore.get(id)!.state === 'moved')
  const gathered = (list: readonly Wire[], sign: 1 | -1, text: string) => {
    const massKg = list.reduce((sum, wire) => sum + wire.massKg, 0)
    if (massKg > 0)
      lines.push(line(text, sign * massKg, list.reduce((sum, wire) => sum + wire.massKg * wire.armMm, 0) / massKg))
  }
  gathered(
    wiresAsFound.filter(wire => !after.has(wire.id) || changed(wire)),
    -1,
    '− wire taken out'
  )
  gathered(
    wires.filter(wire => !before.has(wire.id) || changed(wire)),
    1,
    '+ wire installed'
  )
  const emptyMassKg = lines.reduce((sum, massLine) => sum + massLine.massKg, 0)
  const moment = lines.reduce((sum, massLine) => sum + massLine.momentKgMm, 0)
  const emptyArmMm = emptyMassKg > 0 ? moment / emptyMassKg : airframe.emptyArmMm
  const loadings = airframe.loadings.map(loading =>
    loadedOf(airframe, { massKg: emptyMassKg, armMm: emptyArmMm }, loading)
  )
  return {
    emptyMassKg,
    emptyArmMm,
    usefulLoadKg: airframe.maxMassKg - emptyMassKg,
    changeKg: emptyMassKg - airframe.emptyMassKg,
    lines,
    loadings,
    findings: balanceFindings(design, loadings)
  }
}

const BASIS: Basis = { kind: 'published', source: 'FAA-H-8083-1B, empty weight after an alteration', fromMemory: true }

/** How the useful load came about. */
export function explainUsefulLoad({ airframe }: Design, { lines, usefulLoadKg }: MassReport): Working {
  return {
    formula: 'useful load = most allowed mass − (empty mass + added − removed)',
    inputs: [
      { symbol: 'most allowed', meaning: 'take-off weight', value: airframe.maxMassKg, unit: 'kg', from: 'airframe' },
      ...lines.map(line => ({
        symbol: line.text,
        meaning: messages.atArm(line.armMm),
        value: line.massKg,
        unit: 'kg',
        from: line === lines[0] ? 'airframe' : 'catalogue entry or wire list'
      }))
    ],
    result: { value: usefulLoadKg, unit: 'kg' },
    basis: BASIS
  }
}
/** How the arm of the empty weight came about. */
export function explainArm({ lines, emptyArmMm }: MassReport): Working {
  return {
    formula: 'arm = Σ (mass · arm) / Σ mass',
    inputs: lines.map(line => ({
      symbol: line.text,
      meaning: say`${kg(line.massKg)} · ${mm(line.armMm)}`,
      value: line.momentKgMm,
      unit: 'kg·mm',
      from: 'mass lines'
    })),
    result: { value: emptyArmMm, unit: 'mm' },
    basis: BASIS
  }
}

/** How the weight and the centre of gravity of a loading came about. */
export function explainLoading(report: MassReport, of: string): Working | undefined {
  const loading = report.loadings.find(loading => loading.id === of)
  if (!loading) return undefined
  const { takeOff, fuelBurnt } = loading
  return {
    formula:
      'arm = Σ (mass · arm) / Σ mass, at take-off, along the burn in the worst order of tanks, and with the fuel burnt; ' +
      'within the envelope at that mass',
    inputs: [
      {
        symbol: 'empty',
        meaning: messages.emptyAfterWork(report.emptyArmMm),
        value: report.emptyMassKg,
        unit: 'kg',
        from: 'mass lines'
      },
      ...loading.stations.map(station => ({
        symbol: station.name,
        meaning: messages.loadArm(station.armMm),
        value: station.massKg,
        unit: 'kg',
        from: 'loading'
      })),
      { symbol: 'take-off', meaning: 'weight', value: takeOff.massKg, unit: 'kg', from: 'this sum' },
      ...(takeOff.limitsMm
        ? [
            {
              symbol: 'forward limit',
              meaning: 'at that weight',
              value: takeOff.limitsMm[0],
              unit: 'mm',
              from: 'envelope'
            },
            { symbol: 'aft limit', meaning: 'at that weight', value: takeOff.limitsMm[1], unit: 'mm', from: 'envelope' }
          ]
        : []),
      ...(loading.worstInBurn
        ? [
            {
              symbol: 'during the burn',
              meaning: messages.outsideOnTheWay({
                fuelLeftKg: loading.worstInBurn.fuelLeftKg,
                order: loading.worstInBurn.order
              }),
              value: loading.worstInBurn.armMm,
              unit: 'mm',
              from: 'tanks emptied one after the other, both ways'
            }
          ]
        : []),
      { symbol: 'fuel burnt', meaning: 'arm', value: fuelBurnt.armMm, unit: 'mm', from: 'the same without fuel' }
    ],
    result: { value: takeOff.armMm, unit: 'mm' },
    basis: BALANCE_BASIS
  }
}

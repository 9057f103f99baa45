import * as messages from '../messages'
import { distanceMm, positionOf, type Position } from '../../airframe'
import { finding, type Basis, type Design, type DesignUnit, type Finding } from '../../design'
import { say, type Phrase } from '../../quantity'
import { MOST_DEG } from './magnetometer'

/** The earth’s field, all of it and its level part, in tesla; about those in middle latitudes (assumption). */
const EARTH = { all: 50e-6, level: 20e-6 } as const
/** Iron, kg for each m³ (any handbook). */
const IRON_KG_PER_M3 = 7_870
/** What of a motor is iron (assumption). */
const MOTOR_IRON = 0.6
/** Things with a motor in them. */
const MOTORS: readonly string[] = ['fuel pump', 'flap drive', 'starter', 'generator']

/** Radius of a ball of so much iron, in mm. */
const ballMm = (massKg: number): number => Math.cbrt((3 * massKg) / (4 * Math.PI * IRON_KG_PER_M3)) * 1_000
/**
 * Most that a ball of soft iron turns a compass, in degrees: magnetised by the earth’s field it has a dipole’s field of
 * B = 2 B0 (R / r)³ along its axis (a ball of high permeability in an even field; any textbook of magnetostatics). Iron that was
 * magnetised for good turns it by more, and nobody can tell by how much.
 */
export const ironDeg = (massKg: number, awayMm: number): number =>
  (Math.atan2(2 * EARTH.all * (ballMm(massKg) / Math.max(awayMm, ballMm(massKg))) ** 3, EARTH.level) * 180) / Math.PI
/** How far a lump has to be for no more than so many degrees, in mm. */
export const ironClearMm = (massKg: number, degrees = MOST_DEG): number =>
  ballMm(massKg) * Math.cbrt((2 * EARTH.all) / (EARTH.level * Math.tan((degrees * Math.PI) / 180)))

/** A lump of iron with a magnetometer. */
export interface IronNear {
  magnetometer: string
  /** A unit with a motor in it, or what was entered of the airframe. */
  unit?: string
  name: string
  massKg: number
  atLeastMm: number
  known: boolean
  /** As its maker wants it, or as it follows from the ball, whichever is more. */
  wantedMm: number
  /** Soft iron alone, at the distance that it is away at least. */
  degrees: number
}
interface Lump {
  unit?: DesignUnit
  name: string
  massKg: number
  at: Position
}
const hasMotor = ({ item }: DesignUnit): boolean =>
  item.kind === 'servo' || item.provides.some(given => MOTORS.includes(given))

/** Every lump of iron with each magnetometer, the nearest for its size first. */
export function ironNear(design: Design): IronNear[] {
  const sensors = design.units.filter(
    unit => unit.item.provides.includes('magnetic sensing') && unit.place.kind !== 'panel'
  )
  const lumps: Lump[] = [
    ...(design.airframe.iron ?? []).map(({ name, massKg, ...at }) => ({ name, massKg, at })),
    ...design.units
      .filter(hasMotor)
      .map(unit => ({ unit, name: unit.label, massKg: unit.item.massKg * MOTOR_IRON, at: positionOf(unit) }))
  ]
  return sensors
    .flatMap(sensor =>
      lumps.map(({ unit, name, massKg, at }): IronNear => {
        const { atLeastMm, known } = distanceMm(positionOf(sensor), at)
        return {
          magnetometer: sensor.id,
          unit: unit?.id,
          name,
          massKg,
          atLeastMm,
          known,
          wantedMm: Math.max(sensor.item.stands?.ironMm ?? 0, ironClearMm(massKg)),
          degrees: ironDeg(massKg, atLeastMm)
        }
      })
    )
    .sort((a, b) => a.atLeastMm / a.wantedMm - b.atLeastMm / b.wantedMm)
}

/** Iron that is nearer to a magnetometer than it may be; all of which it is not known is told at once. */
export function ironFindings(design: Design, found: readonly IronNear[]): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const whatOf = ({ unit, name }: IronNear): Phrase =>
    unit === undefined ? say`${name}` : messages.motorOf(units.get(unit)!)
  const near = found.filter(ironNear => ironNear.atLeastMm < ironNear.wantedMm)
  return [...new Set(near.map(ironNear => ironNear.magnetometer))].flatMap((id): Finding[] => {
    const sensor = units.get(id)!
    const its = near.filter(ironNear => ironNear.magnetometer === id)
    const unknown = its.filter(ironNear => !ironNear.known)
    const subjects = (list: readonly IronNear[]) => [id, ...list.flatMap(ironNear => ironNear.unit ?? [])]
    return [
      ...its
        .filter(ironNear => ironNear.known)
        .map((ironNear): Finding =>
          finding('wiring.iron', subjects([ironNear]), {
            key: `${id}:${ironNear.unit ?? ironNear.name}`,
            weight: 'decide',
            basis: basisOf(sensor, ironNear),
            measured: ironNear.atLeastMm,
            limit: ironNear.wantedMm,
            unit: 'mm',
            says: messages.iron({
              what: whatOf(ironNear),
              massKg: ironNear.massKg,
              atLeastMm: ironNear.atLeastMm,
              sensor,
              wantedMm: ironNear.wantedMm,
              degrees: ironNear.degrees
            })
          })
        ),
      ...(unknown.length
        ? [
            finding('wiring.iron-where', subjects(unknown), {
              key: id,
              weight: 'note' as const,
              basis: basisOf(sensor, unknown[0]!),
              says: messages.ironWhere({ unknown: unknown.map(whatOf), unknownOf: unknown, sensor })
            })
          ]
        : [])
    ]
  })
}
const basisOf = (sensor: DesignUnit, { wantedMm }: IronNear): Basis =>
  sensor.item.stands?.ironMm === wantedMm
    ? { kind: 'entered', source: `how far the maker of ${sensor.item.name} keeps iron away` }
    : {
        kind: 'derived',
        source:
          `soft iron as a ball in the earth’s field, ${MOST_DEG}° allowed (assumption); ` +
          'what is magnetised for good turns it by more'
      }

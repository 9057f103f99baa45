import type { WireMark } from '../../document'
import type { Design } from '../../design'
import type { Wire } from './wires'

/**
 * Numbers for the wires that have none: onward from the highest ever given, so that no number is used twice and none that was
 * given changes.
 * @returns what is to be kept of each, in the order of the list
 */
export function numberWires(design: Pick<Design, 'wires'>, wires: readonly Wire[]): WireMark[] {
  let next = design.wires.reduce((most, mark) => Math.max(most, mark.number ?? 0), 0)
  return wires.flatMap(({ id, mark }) => (mark?.number === undefined ? [{ ...mark, wire: id, number: ++next }] : []))
}
/** A number as it stands on the wire. */
export const numberText = (number: number | undefined): string =>
  number === undefined ? '' : `W${String(number).padStart(3, '0')}`
/** Marks of wires that are not there any more: their numbers stay taken. */
export function retired(design: Pick<Design, 'wires'>, wires: readonly Wire[]): WireMark[] {
  const there = new Set(wires.map(wire => wire.id))
  return design.wires.filter(mark => mark.number !== undefined && !there.has(mark.wire))
}

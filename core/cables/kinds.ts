import { LINES, saidBy, type Port, type WiredKind } from '../catalogue'
import type { Basis } from '../design'

/** Where a shield is joined to ground. */
export type ShieldAt = 'no shield' | 'one end' | 'both ends'
/** What a connection of a kind is made of. */
export interface CableKind {
  awg: number
  shield: ShieldAt
  twisted: boolean
  /** Why, for the wire list. */
  basis: Basis
}
const practice = (source: string): Basis => ({ kind: 'common practice', source })

/** One row a kind of port. Maker’s manuals come first. */
export const CABLE_KINDS: Readonly<Record<WiredKind, CableKind>> = {
  'rs-232': {
    awg: 22,
    shield: 'one end',
    twisted: false,
    basis: practice('RS-232: shielded, the shield grounded at one end')
  },
  'arinc 429': {
    awg: 22,
    shield: 'both ends',
    twisted: true,
    basis: practice('ARINC 429: twisted shielded pair, the shield grounded at both ends')
  },
  'can': {
    awg: 22,
    shield: 'both ends',
    twisted: true,
    basis: practice('CAN: twisted shielded pair, led from box to box')
  },
  'analogue': {
    awg: 22,
    shield: 'one end',
    twisted: true,
    basis: practice('low-level signals: twisted shielded pair, the shield grounded at one end')
  },
  'pulse': { awg: 22, shield: 'one end', twisted: false, basis: practice('pulses: shielded, grounded at one end') },
  'audio': {
    awg: 22,
    shield: 'one end',
    twisted: true,
    basis: practice('audio and microphone: twisted and shielded, the shield grounded at one end')
  },
  'discrete': { awg: 22, shield: 'no shield', twisted: false, basis: practice('a discrete is a single wire') },
  'coax': { awg: 20, shield: 'both ends', twisted: false, basis: practice('coax: its braid is its return') },
  'ethernet': { awg: 24, shield: 'both ends', twisted: true, basis: practice('Ethernet: two twisted pairs, shielded') },
  'dc power': { awg: 18, shield: 'no shield', twisted: true, basis: practice('power: out and back side by side') }
}

/** A line of one port joined to a line of the other: one conductor. */
export interface Core {
  from: string
  to: string
}
/**
 * The conductors that join two ports: what each says to what the other hears, and their commons.
 * @returns none where the kinds differ: nothing can be joined
 */
export function coresOf(from: Port, to: Port): Core[] {
  if (from.kind !== to.kind) return []
  const says = saidBy(from).length > 0 && to.flow !== 'out'
  const hears = saidBy(to).length > 0 && from.flow !== 'in'
  const straight = (lines: readonly string[]) => lines.map(line => ({ from: line, to: line }))
  switch (from.kind) {
    case 'rs-232':
      return [
        ...(says && from.flow !== 'in' ? [{ from: 'tx', to: 'rx' }] : []),
        ...(hears && from.flow === 'both' && to.flow === 'both' ? [{ from: 'rx', to: 'tx' }] : []),
        { from: 'common', to: 'common' }
      ]
    case 'ethernet':
      return [
        { from: 'tx+', to: 'rx+' },
        { from: 'tx-', to: 'rx-' },
        { from: 'rx+', to: 'tx+' },
        { from: 'rx-', to: 'tx-' }
      ]
    default:
      return straight(LINES[from.kind])
  }
}

/** Colours of the conductors of a cable, one after the other: white, and white with a stripe (common practice; the reel decides). */
const CORE_COLOURS = ['white', 'white/blue', 'white/orange', 'white/green', 'white/red', 'white/black']
/**
 * The colour of each conductor of a signal cable.
 * @returns none for coax, whose conductors are told apart by what they are
 */
export function coreColours(kind: WiredKind, conductors: number): (string | undefined)[] {
  if (kind === 'coax') return Array.from({ length: conductors }, () => undefined)
  if (kind === 'dc power') return ['red', 'black'].slice(0, conductors)
  return CORE_COLOURS.slice(0, conductors)
}

/** Mass of wire of a signal cable in lb per 1000 ft: our own rough figures. */
export function cablePoundsPerKft(kind: WiredKind, conductors: number, singleShield = false): number {
  if (kind === 'coax') return singleShield ? 26 : 43
  if (kind === 'dc power') return 6.5 * conductors
  return CABLE_KINDS[kind].shield === 'no shield' ? 2.8 * conductors : 2.5 + 3.5 * conductors
}

/** Over the insulation of a single wire, in mm, by gauge: usual figures of thin-walled aircraft wire (assumption). */
export const WIRE_DIAMETER_MM: Readonly<Record<number, number>> = {
  24: 1.0,
  22: 1.15,
  20: 1.35,
  18: 1.6,
  16: 1.8,
  14: 2.2,
  12: 2.7,
  10: 3.4,
  8: 5,
  6: 6.2,
  4: 7.8,
  2: 9.8
}
/** Over the jacket of a cable, in mm: its conductors laid together, a braid and a jacket; coax as its kind is (assumption). */
export const cableDiameterMm = (kind: WiredKind, conductors: number): number => {
  if (kind === 'coax') return 4.95
  const wire = WIRE_DIAMETER_MM[CABLE_KINDS[kind].awg]!
  const core = conductors === 1 ? wire : wire * Math.sqrt(conductors / PACKED)
  return CABLE_KINDS[kind].shield === 'no shield' ? core : core + 0.9
}
/** How much of a round bundle its wires fill: seven in ten (common practice; 0.79 is seven equal wires laid close). */
export const PACKED = 0.7

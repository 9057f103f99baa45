import type { Tie } from '../../document'
import type { DesignUnit } from '../../design'
import type { PowerModel } from './model'
import type { Branch } from './network'
import { closed, DIODE_V, tieOhm } from './tie'

/** What has failed, besides what the pilot shuts off. */
export interface Failure {
  sources?: readonly string[]
  ties?: readonly string[]
  buses?: readonly string[]
  units?: readonly string[]
}

/** A supply with its units turned into nodes, and the ties that are closed into branches. */
export class Wired {
  readonly index = new Map<string, number>()
  readonly branches: { tie?: string; from: string; to: string; branch: Branch }[] = []
  nodes = 0
  constructor(
    readonly model: PowerModel,
    readonly failure: Failure,
    /** What a diode takes whose volts nobody entered. */
    readonly assumedDiodeV = DIODE_V
  ) {
    for (const bus of model.supply.buses) this.node(bus.id)
    for (const source of model.sources) this.node(source.id)
    // A tie may hang on a source that is no longer there, an alternator that was taken out: its end is a place without volts.
    for (const tie of model.supply.ties) for (const end of [tie.from, tie.to]) this.node(end)
  }

  /** The same nodes with another failure, for asking many settings of one supply. */
  failing(failure: Failure): Wired {
    return Object.assign(Object.create(Wired.prototype) as Wired, this, { failure })
  }

  node(id: string): number {
    const known = this.index.get(id)
    if (known !== undefined) return known
    this.index.set(id, this.nodes)
    return this.nodes++
  }

  /** The node a unit hangs on: its bus, or one of its own behind two diodes where two buses feed it. */
  nodeOf(unit: DesignUnit): number {
    const { bus, alsoBus } = this.model.feedOf(unit)
    if (!alsoBus) return this.node(bus)
    const own = this.node(`fed twice ${unit.id}`)
    const dropV = this.model.diodeV(unit) ?? this.assumedDiodeV
    for (const from of [bus, alsoBus])
      this.branches.push({
        from,
        to: `fed twice ${unit.id}`,
        branch: { from: this.node(from), to: own, ohm: 0.005, diode: true, dropV }
      })
    return own
  }

  /** The ties that conduct with the switches so, in the order in which `closedBranches` begins. */
  closedTies(positions: ReadonlyMap<string, string>): Tie[] {
    const gone = new Set(this.failure.buses)
    const cut = new Set(this.failure.ties)
    return this.model.supply.ties.filter(
      tie => closed(tie, positions) && !cut.has(tie.id) && !gone.has(tie.from) && !gone.has(tie.to)
    )
  }

  /** The branches in force with the switches so; a failed bus is cut off from all that leads to it. */
  closedBranches(positions: ReadonlyMap<string, string>): Branch[] {
    const gone = new Set(this.failure.buses)
    return [
      ...this.closedTies(positions).map((tie): Branch => ({
        from: this.node(tie.from),
        to: this.node(tie.to),
        ohm: tieOhm(tie),
        diode: tie.kind === 'diode',
        dropV: tie.kind === 'diode' ? (tie.dropV ?? this.assumedDiodeV) : 0
      })),
      ...this.branches.filter(branch => !gone.has(branch.from)).map(branch => branch.branch)
    ]
  }
}

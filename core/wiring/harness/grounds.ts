import * as messages from '../messages'
import { finding, type Design, type Finding } from '../../design'
import type { Circuit } from '../../power'
import { thing } from '../../quantity'

/**
 * Audio that comes back by two ways: a unit with audio that grounds to the structure while another grounds at the block. What flows
 * in the structure between them is heard as hum and whine.
 */
export function groundLoopFindings(design: Design, circuits: readonly Circuit[]): Finding[] {
  const units = new Map(design.units.map(unit => [unit.id, unit]))
  const heard = circuits.filter(circuit => units.get(circuit.unit)?.item.ports.some(port => port.kind === 'audio'))
  const astray = heard.filter(circuit => circuit.return === 'structure')
  if (astray.length === 0 || astray.length === heard.length) return []
  const choices = new Map(design.circuits.map(choice => [choice.unit, choice]))
  return [
    finding(
      'wiring.ground-loop',
      astray.map(circuit => circuit.unit),
      {
        weight: 'decide',
        basis: { kind: 'common practice', source: 'one ground block for everything with audio, no loops' },
        says: messages.groundLoop(astray.map(circuit => thing(units.get(circuit.unit)!))),
        remedies: [
          {
            says: messages.groundLoopRemedy,
            edits: astray.map(({ unit }) => ({
              type: 'circuit.set' as const,
              option: design.optionId,
              circuit: { ...choices.get(unit), unit, return: 'ground block' as const }
            }))
          }
        ]
      }
    )
  ]
}

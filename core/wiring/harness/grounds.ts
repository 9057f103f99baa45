import type { Design, Finding } from '../../design'
import type { Circuit } from '../../power'
import { enumerate, say, thing } from '../../quantity'

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
    {
      id: 'wiring.ground-loop',
      code: 'wiring.ground-loop',
      weight: 'decide',
      subjects: astray.map(circuit => circuit.unit),
      basis: { kind: 'common practice', source: 'one ground block for everything with audio, no loops' },
      says: say`${enumerate(astray.map(circuit => thing(units.get(circuit.unit)!)))} ${astray.length > 1 ? 'ground' : 'grounds'} to
        the structure while the rest of the audio grounds at the block: what flows between the two is heard.`,
      remedies: [
        {
          says: say`Lead every audio ground to the block.`,
          edits: astray.map(({ unit }) => ({
            type: 'circuit.set' as const,
            option: design.optionId,
            circuit: { ...choices.get(unit), unit, return: 'ground block' as const }
          }))
        }
      ]
    }
  ]
}

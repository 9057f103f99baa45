import * as messages from '../messages'
import type { Tie } from '../../document'
import type { Design, Working } from '../../design'
import { DERATING_BASIS } from './ampacity'
import { BREAKER_MARGIN, protects } from './circuit'
import { CONDUCTOR_CELSIUS } from '../supply/tie'
import type { PowerModel } from '../supply/model'
import { BREAKER_SIZES_A, gauge, PROTECTOR_BASIS, resistanceOhm } from './wire'
import { STARTER_BASIS, FEEDER_BASIS, opens, alone, type Feeder } from './feeder'

/** How the rating of a feeder, or its wire, came about. */
export function explainFeeder(model: PowerModel, feeder: Feeder, figure: 'rating' | 'wire'): Working {
  const tie = model.supply.ties.find(tie => tie.id === feeder.tie)!
  return figure === 'rating' ? ratingWorking(feeder, tie) : feederWireWorking(model.design, feeder, tie)
}

function ratingWorking({ steadyA, mostA, when, givenA: given, ratedA, guardA, proposed }: Feeder, tie: Tie): Working {
  const size = messages.smallestSize(BREAKER_SIZES_A)
  return {
    formula: messages.noSizeIsEnough({
      opens: opens(tie),
      ratedA: proposed.ratedA,
      breakerSizesA: BREAKER_SIZES_A,
      breakerMargin: BREAKER_MARGIN,
      given,
      size
    }),
    inputs: [
      {
        symbol: 'I steady',
        meaning: `most for good: ${when}`,
        value: steadyA,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      {
        symbol: 'I most',
        meaning: 'with every load at its maximum',
        value: mostA,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      ...(given === undefined
        ? []
        : [
            {
              symbol: 'gives',
              meaning: 'the alternator into a flat battery',
              value: given,
              unit: 'A',
              from: 'airframe and feeds'
            }
          ]),
      {
        symbol: 'in force',
        meaning: tie.ratedA === undefined ? 'as proposed' : 'entered',
        value: guardA ?? ratedA ?? 'not a breaker',
        unit: (guardA ?? ratedA) === undefined ? '' : 'A',
        from: tie.ratedA === undefined ? 'this working' : 'feeds'
      }
    ],
    result: {
      value: opens(tie) ? (proposed.ratedA ?? Math.max(BREAKER_MARGIN * steadyA, mostA, given ?? 0)) : steadyA,
      unit: 'A'
    },
    basis: { kind: 'common practice' }
  }
}

function feederWireWorking(design: Design, feeder: Feeder, tie: Tie): Working {
  const { asksA: asked, givenA: given, cranks, decided, proposed, awg } = feeder
  const wire = awg === undefined ? undefined : gauge(awg)
  return {
    formula: cranks
      ? 'a battery cable is sized by the starter'
      : 'thinnest wire with: breaker ≤ chart maximum, I ≤ ampacity alone',
    inputs: [
      {
        symbol: 'I',
        meaning:
          given !== undefined
            ? 'maximum alternator output'
            : opens(tie)
              ? 'steady'
              : 'all at maximum, without a separate breaker',
        value: asked,
        unit: 'A',
        from: FEEDER_BASIS.source!
      },
      ...(wire === undefined
        ? []
        : [
            {
              symbol: 'carries',
              meaning: messages.wireAlone({
                awg: wire.awg,
                ambientC: design.airframe.wiring.ambientC,
                altitudeFt: design.airframe.wiring.altitudeFt
              }),
              value: alone(wire, design).amps,
              unit: 'A',
              from: DERATING_BASIS.source!
            },
            {
              symbol: 'protects to',
              meaning: `largest breaker for AWG ${wire.awg}`,
              value: protects(wire, 'breaker')!,
              unit: 'A',
              from: PROTECTOR_BASIS.source!
            }
          ]),
      ...(tie.awg !== undefined && tie.lengthMm !== undefined
        ? [
            {
              symbol: 'R wire',
              meaning: `over its length at ${CONDUCTOR_CELSIUS} °C`,
              value: resistanceOhm(gauge(tie.awg), tie.lengthMm, CONDUCTOR_CELSIUS) * 1000,
              unit: 'mΩ',
              from: 'wire table'
            }
          ]
        : []),
      {
        symbol: 'thinner',
        meaning: 'why not',
        value: decided,
        unit: '',
        from: cranks ? STARTER_BASIS.source! : 'the same tables'
      }
    ],
    result:
      proposed.awg !== undefined
        ? { value: proposed.awg, unit: 'AWG' }
        : { value: asked, unit: 'A: thicker than AWG 2' },
    basis: cranks ? STARTER_BASIS : PROTECTOR_BASIS
  }
}

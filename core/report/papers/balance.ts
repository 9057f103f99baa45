import type { Design } from '../../design'
import { balanceRows, envelopeOf, type MassReport } from '../../mass'
import { formatLength, formatMass, US, type Reading } from '../../quantity'
import type { LoadAnalysis } from './analysis'

/**
 * The weight and balance of a design as a sheet to sign: the alteration line by line, every loading against its limits, the
 * envelope. Columns multiply and add up as they are shown.
 * @param on the day it is made, as the reader writes it: the core has no clock
 */
export function balanceSheet(design: Design, mass: MassReport, on: string, reading: Reading = US): LoadAnalysis {
  const { airframe, brief } = design
  const [m, a] = reading.system === 'inch' ? ['lb', 'in'] : ['kg', 'mm']
  const columns = [
    { says: 'Line' },
    { says: `Weight, ${m}`, digits: 2 },
    { says: `Arm, ${a}`, digits: 1 },
    { says: `Moment, ${m}·${a}`, digits: 1 }
  ]
  const tableOf = (lines: readonly { text: string; massKg: number; armMm: number }[], last: string) => {
    const { rows, sum } = balanceRows(lines, reading)
    return [...rows, { ...sum, text: last }].map(row => [row.text, row.mass, row.arm, row.moment])
  }
  return {
    title: 'Weight and balance',
    of: `${brief.registration} ${airframe.model}, ${design.optionName}`,
    on,
    reading,
    tables: [
      {
        title: 'Empty weight after the alteration',
        note: 'Old + added − removed; moments over the new weight.',
        columns,
        rows: tableOf(mass.lines, 'Empty after the work')
      },
      ...mass.loadings.map(loading => {
        const { takeOff, fuelBurnt } = loading
        const limits = takeOff.limitsMm
          ? `${formatLength(takeOff.limitsMm[0], reading)} to ${formatLength(takeOff.limitsMm[1], reading)}`
          : 'none at that weight'
        return {
          title: `Loaded: ${loading.name}`,
          note: `Take-off ${formatMass(takeOff.massKg, reading)} at ${formatLength(takeOff.armMm, reading)}, limits ${limits}: ${
            takeOff.inside ? 'within' : 'OUTSIDE'
          }. With the fuel burnt ${formatMass(fuelBurnt.massKg, reading)} at ${formatLength(fuelBurnt.armMm, reading)}: ${
            fuelBurnt.inside ? 'within' : 'OUTSIDE'
          }.${
            loading.worstInBurn
              ? ` With ${formatMass(loading.worstInBurn.fuelLeftKg, reading)} of fuel left, ${loading.worstInBurn.order}, ` +
                `${formatLength(loading.worstInBurn.armMm, reading)}: OUTSIDE.`
              : ''
          }`,
          columns,
          rows: tableOf(
            [
              { text: 'Empty after the work', massKg: mass.emptyMassKg, armMm: mass.emptyArmMm },
              ...loading.stations.map(station => ({ text: station.name, massKg: station.massKg, armMm: station.armMm }))
            ],
            'Take-off'
          )
        }
      }),
      {
        title: 'Envelope',
        note: 'Corners of arm and weight.',
        columns: [{ says: 'Arm' }, { says: 'Weight' }],
        rows: envelopeOf(airframe).map(([arm, weight]) => [formatLength(arm, reading), formatMass(weight, reading)])
      }
    ],
    assumptions: [
      'Wire counts by our rough mass per length of each gauge; hardware is not counted.',
      'A box on the face has its weight at half its depth ahead of the face, unless an arm is entered.'
    ],
    sources: ['FAA-H-8083-1B, weight and balance handbook (recalled: check the current text)'],
    cautions: [
      'A plan, not a weighing report. The aeroplane is weighed, or the sums are signed, by a person licensed to.',
      'Limits are those entered from the flight manual: check them against it.'
    ]
  }
}

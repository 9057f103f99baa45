import { describe, expect, it } from 'vitest'
import { readSpecification } from './specification'

/** What is found, as `column cell`, in the order of the text. */
const found = (text: string) => readSpecification(text).figures.map(({ column, cell }) => `${column} ${cell}`)

describe('the text of a maker’s specification', () => {
  it('a weight in pounds and in kilograms is one figure; a pound is 0.45359237 kg (yard and pound agreement, 1959)', () => {
    expect(found('Weight: 2.9 lb (1.32 kg)')).toEqual(['mass_kg 1.3154'])
    expect(found('Mass 450 g')).toEqual(['mass_kg 0.45'])
    expect(found('Weighs 12 oz')).toEqual(['mass_kg 0.3402'])
    expect(found('Weight\n1.4 kg')).toEqual(['mass_kg 1.4'])
  })
  it('two different weights: both are there, and the cell is named', () => {
    const read = readSpecification('Weight: 2.9 lb\nWeight with tray: 3.6 lb')
    expect(read.figures.map(({ cell }) => cell)).toEqual(['1.3154', '1.6329'])
    expect(read.differing).toEqual(['mass_kg'])
    expect(readSpecification('Weight: 2.9 lb (1.32 kg)').differing).toEqual([])
  })
  it('what a unit weighs, not what the aircraft or the box may', () => {
    expect(found('Max take-off weight 600 kg. Shipping weight 4 kg')).toEqual([])
  })
  it('sizes; an inch is 25.4 mm', () => {
    expect(found('Dimensions: 6.25 in W x 2.63 in H')).toEqual(['bezel_mm rectangle 158.75 x 66.8'])
    expect(found('Unit 6.25 x 2.6 x 10.7 inches')).toEqual(['body_mm 158.75 x 66.04 x 271.78'])
    // A standard instrument hole is 3 1/8 in (common practice).
    expect(found('Panel cutout: 3 1/8 in diameter')).toEqual(['cutout_mm round 79.375'])
    expect(found('Width 158 mm\nHeight: 66 mm\nDepth behind panel: 270 mm')).toEqual(['body_mm 158 x 66 x 270'])
  })
  it('axes that are named are taken by their names, others as width, height, depth, and it is said', () => {
    expect(found('Size 270 mm D x 158 mm W x 66 mm H')).toEqual(['body_mm 158 x 66 x 270'])
    expect(readSpecification('Size 158 x 66 x 270 mm').figures[0]!.note).toBe('Taken as width × height × depth.')
  })
  it('volts and amps, each by its own word; a breaker draws nothing', () => {
    expect(found('Input voltage: 10 - 32 Vdc\nCurrent draw: 1.2 A typical, 2.5 A maximum at 14 V')).toEqual([
      'min_v 10',
      'max_v 32',
      'typical_a 1.2',
      'max_a 2.5',
      'at_v 14'
    ])
    expect(found('Receive 350 mA; transmit 6 A')).toEqual(['typical_a 0.35', 'transmit_a 6'])
    expect(found('Circuit breaker: 5 A')).toEqual([])
    expect(found('Battery capacity 7 Ah, current')).toEqual([])
  })
  it('watts by the volts of the line, with the working; without volts they are not guessed', () => {
    // Ohm's law: 28 W at 14 V is 2 A.
    const [first] = readSpecification('Power consumption 28 W max at 14 V').figures
    expect([first!.column, first!.cell, first!.note]).toEqual(['max_a', '2', '28 W ÷ 14 V.'])
    expect(readSpecification('Power consumption 28 W').figures[0]).toMatchObject({ cell: '', problem: /without one/ })
  })
  it('a comma is read where it can be one thing only', () => {
    expect(found('Gewicht / weight 0,85 kg')).toEqual(['mass_kg 0.85'])
    expect(readSpecification('Weight 1,250 g').figures[0]!.problem).toContain('two ways')
    expect(found('Price: $1,234.50')).toEqual(['price_usd 1234.5'])
  })
  it('a size without a unit is shown and not taken', () => {
    expect(readSpecification('Size: 158 x 66 x 270').figures).toMatchObject([{ cell: '', problem: /no unit/ }])
  })
  it('each stands by its words', () => {
    const text = 'Radar\r\nInternal battery: 60 minutes'
    const [only] = readSpecification(text).figures
    expect(only).toMatchObject({ column: 'internal_battery_min', cell: '60' })
    expect(text.slice(only!.from, only!.to)).toBe('60 minutes')
  })
  it('a limit or a round figure is called so', () => {
    expect(readSpecification('Weight: less than 2 lb').figures[0]!.note).toBe('The text says “less than”.')
    expect(readSpecification('Weight approx. 1.2 kg').figures[0]!.note).toBe('The text says “approx.”.')
  })
  it('prose without figures gives none', () => {
    expect(found('A radar for light aircraft. Temperature -20 to 55 C, 8 colors, DO-160G.')).toEqual([])
  })
  it('a page of digits is no number', () => {
    expect(found(`Weight ${'9'.repeat(30)} kg`)).toEqual([])
  })
})

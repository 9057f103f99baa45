import { expect, it } from 'vitest'
import { localToday } from './today'

/** A moment at which the day here is another one than by Greenwich, wherever the test runs. */
class Elsewhere extends Date {
  override getFullYear = () => 2026
  override getMonth = () => 11
  override getDate = () => 1
}

it('today is the day of the reader, not that of Greenwich: at eleven in the evening in Kansas it is tomorrow there', () => {
  const now = new Elsewhere('2026-12-02T05:00:00Z')
  expect(now.toISOString().slice(0, 10)).toBe('2026-12-02')
  expect(localToday(now)).toBe('2026-12-01')
})

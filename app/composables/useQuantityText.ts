import {
  currencySign,
  formatLength,
  formatMass,
  formatMoney,
  formatNumber,
  formatPosition,
  inCurrency,
  KG_PER_POUND,
  parseLength,
  parseMass,
  parseMoney,
  parseNumber,
  QuantityError
} from '#core/quantity'
import { usePreferences } from '~/stores/preferences'

/**
 * What a field holds. A position is a length that is read as it is set: to the thousandth of an inch or the tenth of a millimetre.
 * Lengths are in mm, masses in kg, money in cents.
 */
export type QuantityKind = 'length' | 'position' | 'mass' | 'money' | 'plain'

/** A minus as keyboards have it: what stands in a field is typed again, and copied into sheets. */
const typed = (said: string) => said.replace('−', '-')
/** A thing of less is weighed on a small scale: its mass stands as finely as it was given. */
const SMALL_KG = 5
const bare = (said: string) => typed(said).replace(/ (in|mm|lb|kg)$/, '')
/** As many digits as a number has, up to six. */
const digitsOf = (value: number) => Math.min(6, String(value).split('.')[1]?.length ?? 0)

/** How a quantity stands in a field, and how what is typed there is read: in the reader’s unit and language. */
export function useQuantityText(kind: () => QuantityKind) {
  const preferences = usePreferences()
  const isLength = computed(() => kind() === 'length' || kind() === 'position')
  const plainNumber = (value: number, digits: number) => formatNumber(value, digits, preferences.reading, false)
  /** A sum with its smaller coins where it has any. */
  const showSum = (sum: number) => plainNumber(sum, Math.abs(sum - Math.round(sum)) < 0.005 ? 0 : 2)
  /** A mass to the gram or the thousandth of a pound: what a scale says of a small thing is more than a figure in a list. */
  const showMass = (value: number) => {
    const said = Number((preferences.system === 'inch' ? value / KG_PER_POUND : value).toFixed(3))
    return plainNumber(said, digitsOf(said))
  }
  const unit = computed(() => {
    if (isLength.value) return preferences.system === 'inch' ? 'in' : 'mm'
    if (kind() === 'mass') return preferences.system === 'inch' ? 'lb' : 'kg'
    return kind() === 'money' ? currencySign(preferences.reading) : ''
  })
  /** As it is typed: to the last figure that is kept. */
  function show(value: number): string {
    if (isLength.value) return bare(formatPosition(value, preferences.reading))
    if (kind() === 'mass') return typed(showMass(value))
    return typed(
      kind() === 'money' ? showSum(inCurrency(value, preferences.reading)) : plainNumber(value, digitsOf(value))
    )
  }
  /** As it is read while nobody types: as a person says it, which says no more than is there. */
  function rest(value: number): string {
    if (kind() === 'length') return bare(formatLength(value, preferences.reading, 0, false))
    return kind() === 'mass' && Math.abs(value) >= SMALL_KG
      ? bare(formatMass(value, preferences.reading, false))
      : show(value)
  }
  /** In words about it: in the reader’s unit, which is named. */
  const named = (value: number) =>
    kind() === 'money'
      ? typed(formatMoney(value, preferences.reading))
      : [rest(value), unit.value].filter(Boolean).join(' ')
  /** @throws QuantityError when it cannot be read */
  function read(text: string): number {
    const value = isLength.value
      ? parseLength(text, preferences.reading)
      : kind() === 'mass'
        ? parseMass(text, preferences.reading)
        : kind() === 'money'
          ? parseMoney(text, preferences.reading)
          : parseNumber(text, preferences.reading)
    if (!Number.isFinite(value) || text.trim() === '') throw new QuantityError(`“${text}” is not a number.`)
    return value
  }
  return { unit, show, rest, named, read }
}

/**
 * Keeps in words why what stands in a field is refused.
 * @param given reads the field, or throws QuantityError
 */
export function useRefusal<T>(given: () => T) {
  const words = ref('')
  /** What is given; undefined where it is refused. */
  function attempt(): T | undefined {
    words.value = ''
    try {
      return given()
    } catch (error) {
      if (!(error instanceof QuantityError)) throw error
      words.value = error.message
      return undefined
    }
  }
  /** What was refused is looked at again with every letter, so that a button which waits for it can be pressed at once. */
  function look() {
    if (words.value !== '') attempt()
  }
  return { words, attempt, look }
}

import { usePreferredLanguages, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import {
  formatAmps,
  formatArea,
  formatDay,
  formatLength,
  formatMass,
  formatMoment,
  formatMoney,
  inCurrency,
  formatNumber,
  formatPosition,
  formatQuantity,
  formatRun,
  formatShort,
  readPhrase,
  US,
  type Phrase,
  type Reading,
  type UnitSystem
} from '#core/quantity'

/**
 * What a person likes in this browser: inch or metric, its language, light or dark, the findings open; and how all is
 * read by it.
 */
export const usePreferences = defineStore('preferences', () => {
  const system = useLocalStorage<UnitSystem>('ewerpanel.units', 'inch')
  const dark = useLocalStorage('ewerpanel.dark', false)
  const findingsOpen = useLocalStorage('ewerpanel.findings-open', false)
  const railOpen = useLocalStorage('ewerpanel.rail', true)
  const tourDone = useLocalStorage('ewerpanel.tour-done', false)
  const roomy = useLocalStorage('ewerpanel.roomy', false)
  /** A language chosen here; empty, the browser's own. */
  const locale = useLocalStorage('ewerpanel.locale', '')
  const currency = useLocalStorage('ewerpanel.currency', 'USD')
  /** How much of the currency one dollar is and the day of that rate; 1 and none: sums are named so, and nothing is converted. */
  const perDollar = useLocalStorage('ewerpanel.per-dollar', 1)
  const rateOn = useLocalStorage('ewerpanel.rate-on', '')
  /** What an hour of labour is set down with when an aeroplane is begun, in cents. */
  const ownLabourCents = useLocalStorage('ewerpanel.own-labour', 11_000)
  const languages = usePreferredLanguages()
  const reading = computed((): Reading => ({
    system: system.value,
    locale: locale.value || languages.value[0] || US.locale,
    currency: currency.value,
    perDollar: currency.value === 'USD' ? 1 : perDollar.value
  }))
  /** Paper of the reader’s country. */
  const paper = computed((): 'Letter' | 'A4' => (/-(US|CA|MX|PH|CO|CL)\b/.test(reading.value.locale) ? 'Letter' : 'A4'))
  return {
    system,
    paper,
    dark,
    findingsOpen,
    railOpen,
    roomy,
    tourDone,
    locale,
    currency,
    perDollar,
    rateOn,
    ownLabourCents,
    reading,
    /** A phrase in words. */
    say: (phrase: Phrase | string) => readPhrase(phrase, reading.value),
    length: (mm: number) => formatLength(mm, reading.value),
    position: (mm: number) => formatPosition(mm, reading.value),
    run: (mm: number) => formatRun(mm, reading.value),
    mass: (kg: number) => formatMass(kg, reading.value),
    moment: (kgMm: number) => formatMoment(kgMm, reading.value),
    /** Cents of a dollar as a number in the reader’s currency, to sort, copy and export by. */
    sum: (cents: number) => Math.round(inCurrency(cents, reading.value) * 100) / 100,
    money: (cents: number) => formatMoney(cents, reading.value),
    /** A sum that is in the reader’s currency already. */
    moneyOfSum: (sum: number) => formatMoney(sum * 100, { ...reading.value, perDollar: 1 }),
    /** Square inches or square centimetres, as lengths are read. */
    area: (mm2: number) => formatArea(mm2, reading.value),
    amps: (amps: number) => formatAmps(amps, reading.value),
    /** With just so many digits. */
    number: (value: number, digits: number) => formatNumber(value, digits, reading.value),
    /** With no digits that say nothing. */
    short: (value: number, digits = 2) => formatShort(value, digits, reading.value),
    quantity: (value: number, unit: string) => formatQuantity(value, unit, reading.value),
    day: (iso: string) => formatDay(iso, reading.value),
    /** A moment, with the time of day. */
    time: (iso: string) =>
      new Intl.DateTimeFormat(reading.value.locale, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso))
  }
})

/** Currencies that a quote can be in; amounts of any but the US dollar have a rate beside them. */
export const QUOTE_CURRENCIES = [
  'USD',
  'EUR',
  'GBP',
  'CHF',
  'CAD',
  'AUD',
  'NZD',
  'SEK',
  'NOK',
  'DKK',
  'PLN',
  'CZK',
  'JPY',
  'ZAR'
]

export { catalogueForeign, endForeign, openForeign, quoteForeign } from './foreign'
export { cardApart, endCards } from './cards'

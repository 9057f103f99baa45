import { Order, quoteCut } from '../../cutter'

/** The stand-in cutter: takes a DXF, answers with reasons or with a price and days. */
export default handle(async event => quoteCut(await bodyOf(event, Order)))

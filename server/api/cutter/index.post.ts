import { Order, quoteCut } from '../../cutter'
import { bodyOf } from '../../request'

/** The stand-in cutter: takes a DXF, answers with reasons or with a price and days. */
export default defineEventHandler(async event => quoteCut(await bodyOf(event, Order)))

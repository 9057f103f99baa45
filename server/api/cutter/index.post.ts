import { Order } from '../../cutter'
import { quoteForeign } from '../../threads'
import { bodyOf } from '../../request'

/** The stand-in cutter: takes a DXF, answers with reasons or with a price and days. */
export default defineEventHandler(async event => quoteForeign(await bodyOf(event, Order)))

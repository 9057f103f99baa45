import { bodyOf } from '../../request'
import { answerEnquiry, Enquiry } from '../../supplier'

/** The stand-in supplier: asked for items, answers with today’s prices, stock and weeks. */
export default defineEventHandler(async event => answerEnquiry(await bodyOf(event, Enquiry)))

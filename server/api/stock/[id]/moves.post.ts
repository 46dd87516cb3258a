import { moveSchema } from '#shared/stock'
import { body, pathId, route } from '../../../http/handler'
import { enterMove } from '../../../services/ledger'

export default route(async (event, context) => enterMove(context, pathId(event, 'thing on the shelf'), await body(event, moveSchema)))

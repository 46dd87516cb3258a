import { tubEntrySchema } from '#shared/tubs'
import { body, pathId, route } from '../../../http/handler'
import { enterTub } from '../../../services/tubs'

export default route(async (event, context) => enterTub(context, pathId(event, 'tub'), await body(event, tubEntrySchema)))

import { newTubSchema } from '#shared/tubs'
import { body, route } from '../../http/handler'
import { fillTub } from '../../services/tubs'

export default route(async (event, context) => fillTub(context, await body(event, newTubSchema)))

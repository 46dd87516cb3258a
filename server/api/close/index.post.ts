import { closeSchema } from '#shared/close'
import { body, route } from '../../http/handler'
import { closeDay } from '../../services/close'

export default route(async (event, context) => closeDay(context, await body(event, closeSchema)))

import { gelSchema } from '#shared/studio'
import { body, route } from '../../http/handler'
import { changeGel } from '../../services/studio'

export default route(async (event, context) => changeGel(context, await body(event, gelSchema)))

import { putInSchema } from '#shared/tubs'
import { body, pathId, route } from '../../../http/handler'
import { fillContainer } from '../../../services/waste'

export default route(async (event, context) => fillContainer(context, pathId(event, 'container'), await body(event, putInSchema)))

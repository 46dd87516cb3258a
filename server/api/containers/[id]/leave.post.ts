import { leaveSchema } from '#shared/tubs'
import { body, pathId, route } from '../../../http/handler'
import { containerLeft } from '../../../services/waste'

export default route(async (event, context) => containerLeft(context, pathId(event, 'container'), await body(event, leaveSchema)))

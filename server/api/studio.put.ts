import { studioSchema } from '#shared/studio'
import { body, route } from '../http/handler'
import { changeStudio } from '../services/studio'

export default route(async (event, context) => changeStudio(context, await body(event, studioSchema)))

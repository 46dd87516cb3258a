import { studioSchema } from '#shared/studio'
import { body, passwordRoute } from '../http/handler'
import { changeStudio } from '../services/studio'

export default passwordRoute(async (event, context) => changeStudio(context, await body(event, studioSchema)))

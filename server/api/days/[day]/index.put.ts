import { dayPlanSchema } from '#shared/days'
import { pathDay } from '../../../http/day'
import { body, route } from '../../../http/handler'
import { saveDay } from '../../../services/days'

export default route(async (event, context) => saveDay(context, pathDay(event), await body(event, dayPlanSchema)))

import { route } from '../../../http/handler'
import { pathDay } from '../../../http/day'
import { oneDay } from '../../../services/days'

export default route((event, { pool }) => oneDay(pool, pathDay(event)))

import { pathDay } from '../../http/day'
import { route } from '../../http/handler'
import { dayEnd } from '../../services/close'

export default route((event, { pool }) => dayEnd(pool, pathDay(event)))

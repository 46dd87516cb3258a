import { pathId, route } from '../../http/handler'
import { putRollAway } from '../../services/sheets'

export default route((event, context) => putRollAway(context, pathId(event, 'roll')))

import { pathId, route } from '../../http/handler'
import { throwRollAway } from '../../services/sheets'

export default route((event, context) => throwRollAway(context, pathId(event, 'roll')))

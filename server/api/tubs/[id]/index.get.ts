import { pathId, route } from '../../../http/handler'
import { oneTub } from '../../../services/tubs'

export default route((event, context) => oneTub(context, pathId(event, 'tub')))

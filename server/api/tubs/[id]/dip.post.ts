import { pathId, route } from '../../../http/handler'
import { dipStrip } from '../../../services/strip'

export default route((event, context) => dipStrip(context, pathId(event, 'tub')))

import { pathId, route } from '../../http/handler'
import { putFaceAway } from '../../services/faces'

export default route((event, context) => putFaceAway(context, pathId(event, 'face')))

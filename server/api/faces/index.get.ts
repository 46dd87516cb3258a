import { listFaces } from '../../db/queries/faces'
import { pageRoute } from '../../http/handler'

export default pageRoute(listFaces)

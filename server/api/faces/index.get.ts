import { listFaces } from '../../db/queries/faces'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listFaces(pool, afterRow(event)))

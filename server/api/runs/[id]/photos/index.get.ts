import { photosOfRun } from '../../../../db/queries/photos'
import { afterRow, pathId, route } from '../../../../http/handler'

export default route((event, { pool }) => photosOfRun(pool, pathId(event, 'run'), afterRow(event)))

import { pathId, route } from '../../../http/handler'
import { jobRecord } from '../../../services/record'

export default route((event, { pool }) => jobRecord(pool, pathId(event, 'job')))

import { listPeople } from '../../db/queries/people'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listPeople(pool, afterRow(event)))

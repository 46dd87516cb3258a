import { listBottles } from '../../db/queries/bottles'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listBottles(pool, afterRow(event)))

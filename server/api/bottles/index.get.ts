import { listBottles } from '../../db/queries/bottles'
import { route } from '../../http/handler'

export default route((_, { pool }) => listBottles(pool))

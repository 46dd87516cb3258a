import { listBlanks } from '../../db/queries/blanks'
import { route } from '../../http/handler'

export default route((_, { pool }) => listBlanks(pool))

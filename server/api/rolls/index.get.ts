import { listRolls } from '../../db/queries/sheets'
import { route } from '../../http/handler'

export default route((_, { pool }) => listRolls(pool))

import { listRolls } from '../../db/queries/sheets'
import { pageRoute } from '../../http/handler'

export default pageRoute(listRolls)

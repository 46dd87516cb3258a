import { listLots } from '../../db/queries/lots'
import { pageRoute } from '../../http/handler'

export default pageRoute(listLots)

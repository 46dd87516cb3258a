import { ledgerPage } from '../../db/queries/stock'
import { pageRoute } from '../../http/handler'

export default pageRoute((pool, after) => ledgerPage(pool, null, after))

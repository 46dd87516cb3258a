import { ledgerPage } from '../../../db/queries/stock'
import { pageRoute, pathId } from '../../../http/handler'

export default pageRoute((pool, after, event) => ledgerPage(pool, pathId(event, 'thing on the shelf'), after))

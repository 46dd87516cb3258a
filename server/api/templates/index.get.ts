import { listTemplates } from '../../db/queries/templates'
import { pageRoute } from '../../http/handler'

export default pageRoute(listTemplates)

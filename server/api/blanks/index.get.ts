import { listBlanks } from '../../db/queries/blanks'
import { pageRoute } from '../../http/handler'

export default pageRoute(listBlanks)

import { listPeople } from '../../db/queries/people'
import { pageRoute } from '../../http/handler'

export default pageRoute(listPeople)

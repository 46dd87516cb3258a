import { listContainers } from '../../db/queries/waste'
import { pageRoute } from '../../http/handler'

export default pageRoute(listContainers)

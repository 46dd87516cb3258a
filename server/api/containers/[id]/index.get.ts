import { pathId, route } from '../../../http/handler'
import { oneContainer } from '../../../services/waste'

export default route((event, { pool }) => oneContainer(pool, pathId(event, 'container')))

import { containerLines } from '../../../db/queries/waste'
import { pageRoute, pathId } from '../../../http/handler'

export default pageRoute((pool, after, event) => containerLines(pool, pathId(event, 'container'), after))

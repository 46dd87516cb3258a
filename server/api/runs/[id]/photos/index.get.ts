import { photosOfRun } from '../../../../db/queries/photos'
import { pageRoute, pathId } from '../../../../http/handler'

export default pageRoute((pool, after, event) => photosOfRun(pool, pathId(event, 'run'), after))

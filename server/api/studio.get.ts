import { route } from '../http/handler'
import { studioOf } from '../services/studio'

export default route((_, { pool }) => studioOf(pool))

import { route } from '../http/handler'
import { studioForPages } from '../services/studio'

export default route((_, { pool }) => studioForPages(pool))

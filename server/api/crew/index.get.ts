import { listPeople } from '../../db/queries/people'
import { route } from '../../http/handler'

export default route((_, { pool }) => listPeople(pool))

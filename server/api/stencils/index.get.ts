import { listStencils } from '../../db/queries/stencils'
import { route } from '../../http/handler'

export default route((_, { pool }) => listStencils(pool))

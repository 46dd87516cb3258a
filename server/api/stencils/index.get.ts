import { listStencils } from '../../db/queries/stencils'
import { afterRow, route } from '../../http/handler'

export default route((event, { pool }) => listStencils(pool, afterRow(event)))

import { listStencils } from '../../db/queries/stencils'
import { pageRoute } from '../../http/handler'

export default pageRoute(listStencils)

import { wasteRules } from '../../db/queries/waste'
import { route } from '../../http/handler'

export default route((_event, { pool }) => wasteRules(pool))

import { route } from '../../http/handler'
import { allTubs } from '../../services/tubs'

export default route((_event, context) => allTubs(context))

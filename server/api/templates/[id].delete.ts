import { pathId, route } from '../../http/handler'
import { dropTemplate } from '../../services/templates'

export default route((event, context) => dropTemplate(context, pathId(event, 'template')))

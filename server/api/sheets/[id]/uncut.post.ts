import { pathId, route } from '../../../http/handler'
import { undoCut } from '../../../services/sheets'

export default route((event, context) => undoCut(context, pathId(event, 'cut sheet')))

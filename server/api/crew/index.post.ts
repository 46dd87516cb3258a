import { newPersonSchema } from '#shared/accounts'
import { body, passwordRoute } from '../../http/handler'
import { addPerson } from '../../services/accounts'

export default passwordRoute(async (event, context) => ({ id: await addPerson(context, await body(event, newPersonSchema)) }))

import { newPersonSchema } from '#shared/accounts'
import { body, route } from '../../http/handler'
import { addPerson } from '../../services/accounts'

export default route(async (event, context) => ({ id: await addPerson(context, await body(event, newPersonSchema)) }))

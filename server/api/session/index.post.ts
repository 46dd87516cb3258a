import { getRequestIP } from 'h3'
import { signInSchema } from '#shared/accounts'
import { body, openRoute } from '../../http/handler'
import { signInHere } from '../../http/sign-in'

export default openRoute(async event => signInHere(event, await body(event, signInSchema), getRequestIP(event) ?? 'unknown'))

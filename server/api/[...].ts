// The virtual module is made by the build; only this file needs its type.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../routes.d.ts" />
import { setResponseHeader } from 'h3'
// Made at build from the names of the route files.
import routes from '#crest/routes'
import { openRoute } from '../http/handler'
import { Refusal } from '../services/refusal'

const known = routes.map(({ method, route }) => ({ method, pattern: new RegExp(`^${route.replace(/:[a-zA-Z]+/g, '[^/]+')}/?$`) }))

/** What no route answers: 405 where the address is one of ours and the method is not, 404 elsewhere. */
export default openRoute((event) => {
  const path = event.path.split('?')[0]!
  const methods = known.filter(r => r.pattern.test(path)).map(r => r.method)
  if (methods.length === 0) throw new Refusal(404, 'There is no such address here. Go back to Today and open it from there.')
  setResponseHeader(event, 'allow', methods.join(', '))
  throw new Refusal(405, `This address takes ${methods.join(' or ')} only. Nothing was changed.`)
})

import { namesSession } from '../http/session'

const link = (path: string) => `<link rel="preload" as="fetch" crossorigin href="/api/${path}">`

/** What every page asks first is asked for by its first lines, while the browser still reads the scripts. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', async (html, { event }) => {
    html.head.unshift(link('session'))
    // Nobody gets an answer to this who is not in.
    if (await namesSession(event)) html.head.unshift(link('today'))
  })
})

import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { RequestListener } from 'node:http'
import { createHttpServer, endServer } from './serve/http-server'

/** Serves the built app until it is told to end. Started with the project as its working folder. */
const { listener } = (await import(pathToFileURL(join(process.cwd(), '.output/server/index.mjs')).href)) as { listener: RequestListener }
const server = createHttpServer(listener, { hosts: process.env.CREST_HOSTS ?? '' })
server.on('error', (error) => {
  console.error(`Crest can't listen: ${error.message}`)
  process.exit(1)
})
server.listen(Number(process.env.PORT || 3000), process.env.HOST || '127.0.0.1')
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void endServer(server).then(() => process.exit(0)))

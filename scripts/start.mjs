import { checkNode } from './lib/node-version.mjs'
import { heading, runMain, say } from './lib/say.mjs'

await runMain(async () => {
  heading('Crest is getting ready.')
  checkNode()
  say(`Node.js ${process.versions.node} is fine.`)
  await (await import('./lib/start.mjs')).start()
})
process.exit()

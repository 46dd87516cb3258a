import { createServer } from 'node:http'
import pg from 'pg'
import { BARE_INSERT } from './bare-insert'

/**
 * A process of its own that does for an entry what no server can do without: it reads a request, parses it, inserts the row and answers.
 * Nobody is asked for, nothing is judged, nobody is told.
 * @param url of the database @param connections at most
 */
const [url, connections] = process.argv.slice(2) as [string, string]
const pool = new pg.Pool({ connectionString: url, options: '-c search_path=crest', max: Number(connections) })
const server = createServer((request, response) => {
  let text = ''
  request.setEncoding('utf8').on('data', (part: string) => (text += part))
  request.on('end', () => {
    const { values } = JSON.parse(text) as { values: unknown[] }
    pool.query(BARE_INSERT, values).then(
      () => response.writeHead(200, { 'content-type': 'application/json', 'content-length': 15 }).end('{"stored":true}'),
      (error: Error) => response.writeHead(500, { 'content-length': Buffer.byteLength(error.message) }).end(error.message),
    )
  })
})
server.listen(0, '127.0.0.1', () => process.send!((server.address() as { port: number }).port))

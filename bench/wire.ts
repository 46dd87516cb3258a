import { connect } from 'node:net'
import type { Socket } from 'node:net'

export interface Answer {
  status: number
  text: string
}

/** One line to a server, one question at a time. */
interface Line {
  socket: Socket
  heard: string
  settle?: { resolve: (answer: Answer) => void, reject: (error: Error) => void }
}

/**
 * The bench's own side of HTTP: text on sockets that stay open, since the client of Node.js takes longer for a question than a
 * database takes to store a row, and it is the server that is measured. It reads what the app and the bare server answer here: a
 * length, then ASCII.
 */
export function wire(url: string, cookie: string) {
  const { hostname, port, host } = new URL(url)
  const head = `host: ${host}\r\norigin: ${url}\r\ncookie: ${cookie}\r\ncontent-type: application/json\r\ncontent-length: `
  const idle: Line[] = []

  function open(): Line {
    const line: Line = { socket: connect(Number(port), hostname), heard: '' }
    line.socket.setNoDelay(true).setEncoding('latin1')
    line.socket.on('data', (part: string) => hear(line, part))
    line.socket.on('error', error => line.settle?.reject(error))
    line.socket.on('close', () => {
      line.settle?.reject(new Error('The server closed the line.'))
      // A server that wasn't asked for some seconds hangs up: the next question needs another line.
      if (idle.includes(line)) idle.splice(idle.indexOf(line), 1)
    })
    return line
  }
  function hear(line: Line, part: string) {
    line.heard += part
    const end = line.heard.indexOf('\r\n\r\n')
    if (end === -1) return
    const length = /\r\ncontent-length: (\d+)/i.exec(line.heard.slice(0, end))?.[1]
    if (length === undefined) return line.settle?.reject(new Error(`An answer without a length: ${line.heard}`))
    if (line.heard.length < end + 4 + Number(length)) return
    const answer = { status: Number(line.heard.slice(9, 12)), text: line.heard.slice(end + 4) }
    const { resolve } = line.settle!
    line.heard = ''
    line.settle = undefined
    idle.push(line)
    resolve(answer)
  }

  return {
    post(path: string, body: unknown): Promise<Answer> {
      const line = idle.pop() ?? open()
      const text = JSON.stringify(body)
      return new Promise((resolve, reject) => {
        line.settle = { resolve, reject }
        line.socket.write(`POST ${path} HTTP/1.1\r\n${head}${Buffer.byteLength(text)}\r\n\r\n${text}`)
      })
    },
    close: () => idle.forEach(line => line.socket.destroy()),
  }
}

import type { AddressInfo } from 'node:net'
import { startCamera } from './server'

const server = await startCamera(Number(process.env.PORT ?? 0))
// The parent reads the address from the first line.
console.log(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
process.on('SIGTERM', () => server.close())

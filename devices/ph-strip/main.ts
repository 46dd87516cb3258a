import { runDevice } from '../device'
import { startStrip } from './server'

await runDevice(startStrip)

import { runDevice } from '../device'
import { startCutter } from './server'

await runDevice(startCutter)

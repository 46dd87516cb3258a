import { runDevice } from '../device'
import { startCamera } from './server'

await runDevice(startCamera)

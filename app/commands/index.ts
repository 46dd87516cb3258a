import { v7 } from 'uuid'
import { commands } from './commands'

/** Sends a command to the server, once however often it is pressed or its answer lost. See `commands`. */
export const command = commands(api, {
  newId: v7,
  wait: ms => new Promise(resolve => setTimeout(resolve, ms)),
  refusal: sentence => new ApiError(409, sentence),
})

import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { delimiter, join } from 'node:path'

/**
 * Runs a command to its end.
 * @returns {Promise<{ code: number, output: string }>} output holds stdout and stderr when `quiet`
 */
export function run(command, args, { quiet = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'], ...options })
    let output = ''
    child.stdout?.on('data', data => (output += data))
    child.stderr?.on('data', data => (output += data))
    child.on('error', reject)
    child.on('close', code => resolve({ code: code ?? 1, output }))
  })
}

/** Full path of a program on the PATH, or null. */
export function which(name) {
  return (
    (process.env.PATH ?? '')
      .split(delimiter)
      .map(dir => join(dir, name))
      .find(existsSync) ?? null
  )
}

export const isRoot = () => process.getuid?.() === 0

import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto'
import { promisify } from 'node:util'
import { Refusal } from './refusal'
import { turnstile } from './turnstile'

const scryptOf = promisify<string, Buffer, number, { N: number, r: number, p: number, maxmem: number }, Buffer>(scrypt)

/**
 * Cost of one guess: 2^15 blocks of 8 is about 32 MiB and 50 ms. OWASP password storage cheat sheet names N 2^17, r 8, p 1 or more p
 * at less N; value from memory.
 */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 96 * 1024 * 1024 }
const KEY_BYTES = 32

/** Hashes at once, and how many may wait for their turn: more would keep every core from what runs at the bench. */
const hashing = turnstile({ atOnce: 1, waiting: 40 })
const BUSY = 'Too many people are signing in just now. Try again in a moment.'
const derive = (secret: string, salt: Buffer, bytes: number, cost: { N: number, r: number, p: number, maxmem: number }): Promise<Buffer> =>
  hashing(
    () => scryptOf(secret, salt, bytes, cost),
    () => new Refusal(503, BUSY),
  )

/** `scrypt$N$r$p$salt$key`, so that the cost can be raised later. */
export async function hashSecret(secret: string): Promise<string> {
  const salt = randomBytes(16)
  const key = await derive(secret.normalize('NFKC'), salt, KEY_BYTES, COST)
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64'), key.toString('base64')].join('$')
}

/** True when the secret fits the hash. Takes as long for a wrong one as for the right one. */
export async function verifySecret(secret: string, hash: string): Promise<boolean> {
  const [scheme, N, r, p, salt, key] = hash.split('$')
  if (scheme !== 'scrypt' || !salt || !key) return false
  const expected = Buffer.from(key, 'base64')
  const given = await derive(secret.normalize('NFKC'), Buffer.from(salt, 'base64'), expected.length, {
    N: Number(N),
    r: Number(r),
    p: Number(p),
    maxmem: COST.maxmem,
  })
  return timingSafeEqual(given, expected)
}

let decoy: Promise<string> | undefined
/** Spends the same time for a name that does not exist, so that names cannot be told apart by the clock. */
export async function verifyNobody(secret: string): Promise<false> {
  decoy ??= hashSecret('nobody')
  await verifySecret(secret, await decoy)
  return false
}

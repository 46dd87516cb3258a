import { isIP } from 'node:net'
import { networkInterfaces } from 'node:os'

/** The name in a Host header: lower case, without port, brackets or a closing dot; null where it is none. */
export function hostName(header: string | undefined): string | null {
  if (!header || /[\s/?#@\\]/.test(header)) return null
  try {
    return new URL(`http://${header}`).hostname.toLowerCase().replace(/^\[|\]$/g, '').replace(/\.$/, '') || null
  }
  catch {
    return null
  }
}

/** Addresses of this machine. They are asked for each time: a laptop changes its own between two networks. */
function ownAddresses(): Set<string> {
  const all = Object.values(networkInterfaces()).flatMap(list => list ?? [])
  return new Set(all.map(({ address }) => address.split('%')[0]!.toLowerCase()))
}

/**
 * Tells whether Crest answers under a name: `localhost`, an address of this machine, or a name of `CREST_HOSTS`. Any other name may have
 * been pointed here by a stranger's page (DNS rebinding), which could then read answers as if it were ours.
 * @param header the request's Host @param named as the studio wrote them, parted by commas or spaces @param own addresses of this machine
 */
export function answersTo(header: string | undefined, named: string, own = ownAddresses): boolean {
  const name = hostName(header)
  if (name === null) return false
  if (name === 'localhost' || named.split(/[\s,]+/).some(n => n !== '' && hostName(n) === name)) return true
  return isIP(name) !== 0 && (name === '127.0.0.1' || own().has(name))
}

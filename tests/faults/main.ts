import { diskFull, killed, redelivered } from './faults'

/** Prints what became of every entry when things go wrong. */
const KILLS = 50
const row = (name: string, c: Record<string, unknown>) =>
  console.log(
    `${name.padEnd(46)} ${Object.entries(c)
      .filter(([, v]) => !Array.isArray(v))
      .map(([k, v]) => `${k} ${v}`)
      .join(', ')}`,
  )

const kills = await killed(KILLS)
row(`app and database killed with -9, ${KILLS} times`, { ...kills })
const again = await redelivered(200)
row('200 entries, repeated, in any order, to two', { ...again })
const full = await diskFull()
if (full) {
  row('disk of the database full, then free again', { ...full })
  for (const words of full.words) console.log(`  said: ${words}`)
}
else console.log('disk of the database full: not tried, a small disk can be mounted by root only')
const bad = [kills, again, ...(full ? [full] : [])].reduce((n, c) => n + c.lost + c.doubled, 0)
console.log(bad === 0 ? '\nMade = stored + tray in each of them: no entry lost, none doubled.' : `\n${bad} entries lost or doubled.`)
process.exitCode = bad === 0 ? 0 : 1

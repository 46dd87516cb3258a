import highsLoader from 'highs'
import type { Instance } from '../../../core/crew/schedule'

/**
 * The least end of an instance as a general MIP solver finds it: starts, who does what, and who goes first as binaries with a big
 * M. No shifts, places without limit, one of each fixture.
 * @returns s
 */
export async function mipEnd(instance: Instance, limitSeconds = 60): Promise<number> {
  const highs = await highsLoader()
  const answer = highs.solve(mipModel(instance), { time_limit: limitSeconds, mip_rel_gap: 0, mip_abs_gap: 0.5 })
  return answer.Status === 'Optimal' ? Math.round(answer.ObjectiveValue) : NaN
}

export function mipModel({ chains, hands }: Instance): string {
  const ops = chains.flatMap((c, i) => c.tasks.map((t, k) => ({ name: `s${i}_${k}`, i, k, t, c })))
  const M = chains.reduce((s, c) => s + c.release + c.tasks.reduce((u, t) => u + t.seconds, 0) + (c.tasks.at(-1)!.lag?.most ?? 0), 0)
  const rows: string[] = []
  const binaries: string[] = []
  for (const { name, i, k, t, c } of ops) {
    rows.push(`span - ${name} >= ${t.seconds + (k === c.tasks.length - 1 ? c.tail : 0)}`)
    if (k === 0) rows.push(`${name} >= ${c.release}`)
    if (k > 0)
      rows.push(`${name} - s${i}_0 >= ${c.tasks[0]!.seconds + t.lag!.least}`, `${name} - s${i}_0 <= ${c.tasks[0]!.seconds + t.lag!.most}`)
    const able = hands.flatMap((h, p) => (h.may.includes(t.skill) ? [`x${i}_${k}_${p}`] : []))
    rows.push(`${able.join(' + ')} = 1`)
    binaries.push(...able)
  }
  const order = (a: (typeof ops)[number], b: (typeof ops)[number], slack: string, count: number) => {
    const y = `y${a.i}_${a.k}_${b.i}_${b.k}`
    if (!binaries.includes(y)) binaries.push(y)
    // y = 1: a before b. Only where both meet: the slack opens the pair when they do not.
    rows.push(`${a.name} - ${b.name} + ${M} ${y}${slack} <= ${M + count * M - a.t.seconds}`)
    rows.push(`${b.name} - ${a.name} - ${M} ${y}${slack} <= ${count * M - b.t.seconds}`)
  }
  ops.forEach((a, n) =>
    ops.slice(n + 1).forEach((b) => {
      if (a.t.uses && a.t.uses === b.t.uses) order(a, b, '', 0)
      for (const p of hands.keys()) {
        const [xa, xb] = [`x${a.i}_${a.k}_${p}`, `x${b.i}_${b.k}_${p}`]
        if (binaries.includes(xa) && binaries.includes(xb)) order(a, b, ` + ${M} ${xa} + ${M} ${xb}`, 2)
      }
    }),
  )
  return `Minimize\n obj: span\nSubject To\n${rows.map((r, i) => ` c${i}: ${r}`).join('\n')}\nBinaries\n ${binaries.join(' ')}\nEnd\n`
}

import { v7 } from 'uuid'
import pg from 'pg'
import { planRecipe } from '../core/plan/recipe'
import { NO_PACES } from '../core/plan/coat'
import { DEFAULT_HOUSE_RULES } from '../core/trade/house'
import { BLANK_PLACEMENT, jobSchema, planIn } from '../shared/jobs'
import type { JobForm } from '../shared/jobs'
import type { Job } from '../shared/passes'
import { clashIn, groundOf } from '../shared/placements'
import { recipeInput } from '../shared/recipe'
import type { Lot } from '../shared/shelf'
import { jobForm } from '../tests/support/client'
import type { Client } from '../tests/support/client'
import { byTurns } from './table'
import type { Row } from './table'

const ROUNDS = 25

/** Four sets of ten pieces, each named, three stencils round each: 4 sets, 12 placements, 40 names. */
function largeJob(lotId: string): JobForm {
  const [set] = jobForm(lotId).sets
  const place = (at: string) => ({ ...BLANK_PLACEMENT, artWidth: '25 mm', artHeight: '30 mm', openFraction: '35 %', finest: '0.9 mm', at })
  const names = Array.from({ length: 10 }, (_, i) => `Name ${i}`).join('\n')
  const sets = Array.from({ length: 4 }, () => ({
    ...set!,
    id: v7(),
    pieces: '10',
    names,
    passes: [{ ...set!.passes[0]!, id: v7(), placements: [place(''), place('1/3 round'), place('2/3 round')] }],
  }))
  return { ...jobForm(lotId), sets }
}

/** What one keystroke in the plan costs: the form read, its places and the recipe of the pass in sight worked out. */
export async function orderRows(databaseUrl: string, client: Client, lotId: string): Promise<Row[]> {
  const lot = (await client.get<Lot[]>('lots')).body.find(l => l.id === lotId)!
  const form = largeJob(lotId)
  const schema = jobSchema('mm')
  const facts = { lot, stencil: null, wall: null, arts: [], rules: DEFAULT_HOUSE_RULES, paces: NO_PACES, today: '2030-01-01' }
  const keystroke = async () => {
    const plan = planIn(schema.parse(form), 3, 0)
    clashIn(plan, groundOf(plan, null, null), DEFAULT_HOUSE_RULES.border)
    planRecipe(recipeInput(plan, facts))
  }
  const [key, copy] = await byTurns(ROUNDS, keystroke, async () => structuredClone(form))

  const id = v7()
  const [set] = jobForm(lotId).sets
  const many = { ...jobForm(lotId), sets: [{ ...set!, id: v7(), pieces: '200', passes: [{ ...set!.passes[0]!, id: v7() }] }] }
  await client.post('jobs', { id, job: many })
  const pool = new pg.Pool({ connectionString: databaseUrl, options: '-c search_path=crest', max: 1 })
  const bare = () =>
    pool.query('select * from job join piece_set s on s.job_id = job.id join pass p on p.set_id = s.id where job.id = $1', [id])
  const [open, sql] = await byTurns(ROUNDS, () => client.get<Job>(`jobs/${id}`), bare)
  await pool.end()
  return [
    {
      name: 'From a keystroke to the recipe, 4 sets, 12 placements, 40 names',
      figure: `${key.toFixed(1)} ms`,
      reference: `the form copied by the platform: ${copy.toFixed(2)} ms`,
      ratio: key / copy,
      aim: 'under 150 ms',
    },
    {
      name: 'A job of 200 pieces opened, whole request',
      figure: `${open.toFixed(1)} ms`,
      reference: `bare SQL: ${sql.toFixed(1)} ms`,
      ratio: open / sql,
    },
  ]
}

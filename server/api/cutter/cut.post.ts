import { z } from 'zod'
import { body, route } from '../../http/handler'
import { askCutter } from '../../services/cutter'
import type { CutterAnswer } from '../../services/cutter'

const schema = z.object({
  hpgl: z.string().min(1, 'There is nothing to cut.').max(1_900_000, 'That is too much for one sheet. Send fewer stencils at once.'),
})

export default route(async (event) => {
  const { hpgl } = await body(event, schema)
  return askCutter<CutterAnswer>('cut', 'application/vnd.hp-hpgl', hpgl)
})

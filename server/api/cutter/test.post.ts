import { CUTTER_MATERIALS } from '#core/art/cutter'
import type { CutterMaterial } from '#core/art/cutter'
import { z } from 'zod'
import { body, route } from '../../http/handler'
import { askCutter } from '../../services/cutter'
import type { TestCutAnswer } from '../../services/cutter'

const schema = z.object({
  material: z.enum(CUTTER_MATERIALS.map(m => m.id) as [CutterMaterial, ...CutterMaterial[]], 'Choose what lies in the cutter.'),
  depth: z
    .number('Write how far the blade stands out, in mm.')
    .min(0.02, 'Less than 0.02 mm is no blade.')
    .max(2, 'More than 2 mm breaks the blade.'),
  force: z.number('Write the force in grams.').min(10, 'Less than 10 g is no force.').max(600, 'More than 600 g is more than it can.'),
})

export default route(async event => askCutter<TestCutAnswer>('test', 'application/json', JSON.stringify(await body(event, schema))))

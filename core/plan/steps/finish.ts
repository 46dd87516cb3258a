import { careCard } from './care-card'
import { WASH_UP_ITEMS } from './gates'
import { all, each, step } from './make'
import type { Step, StepContext } from './step'

/** Bench, tools and gloves, while the pieces dry. */
function washUp(c: StepContext): Step {
  return step({
    id: 'wash-up',
    kind: 'gate',
    station: c.kind.method === 'blast' ? 'cabinet' : 'sink',
    title: 'Wash up while it dries',
    seconds: 300,
    safety: true,
    items: [...WASH_UP_ITEMS[c.kind.method]],
    reason: {
      cream: 'What is left out burns the next person. A neutral tub is not harmless: it is emptied as local rules say.',
      liquid: 'What is left out burns and stains. What is spent is kept: never to the drain.',
      blast: 'Dust that is left about is breathed by the next person.',
    }[c.kind.method],
    good: 'Every line ticked.',
  })
}

const look = (c: StepContext) =>
  step({
    id: 'look',
    kind: 'look',
    station: 'rack',
    title: c.substrate.family === 'metal' ? 'Look at the dry piece in raking light' : 'Look at the dry piece over dark card',
    seconds: each(c, 30),
    safety: true,
    reason: 'In raking or window light, with something black behind.',
    good: 'Each piece judged: good, usable or scrap.',
  })

const ink = (c: StepContext) =>
  step({
    id: 'ink',
    kind: 'do',
    station: 'bench',
    title: `Rub colour into ${all(c)}`,
    seconds: each(c, 180),
    reason: 'Ink or colourant stays in the frost and wipes off the clear.',
    how: [
      'Rub it in with a cloth.',
      'Wipe the clear parts; the more it is rubbed, the more worn it looks.',
      'Let it set as its label says.',
    ],
    good: 'Colour in the frost only.',
  })

const gems = (c: StepContext) =>
  step({
    id: 'gems',
    kind: 'do',
    station: 'bench',
    title: `Glue gems or glitter on ${all(c)}`,
    seconds: each(c, 300),
    reason: 'Glue holds on clean glass, and shows where it runs into the frost.',
    how: ['Clean and dry the spot first.', 'A dot of clear glue for glass, tweezers for the gem.', 'Leave it flat until the glue is hard.'],
    good: 'Nothing moves under a fingertip, no glue on the frost.',
  })

/** Metals that go dull in the open air within days of being etched. */
const TARNISH = ['copper', 'brass', 'silver-plate']
const protect = (c: StepContext) =>
  step({
    id: 'protect',
    kind: 'do',
    station: 'bench',
    title: `Wax or lacquer ${all(c)}`,
    seconds: each(c, 90),
    reason: 'Fresh etched copper, brass and silver tarnish within days.',
    how: ['Warm and dry.', 'A thin coat of wax, buffed; or clear lacquer, air moving, no flame near.'],
    good: 'No dull or sticky spot.',
  })

const give = (c: StepContext) =>
  step({
    id: 'give',
    kind: 'do',
    station: 'bench',
    title: 'Write the care card',
    seconds: 60,
    reason: 'Whoever gets it should know how to keep it.',
    how: careCard(c),
    good: 'A card lies with it.',
  })

/** Nothing wet goes under the next stencil. */
const setAside = (c: StepContext) =>
  step({
    id: 'set-aside',
    kind: 'do',
    station: 'rack',
    title: `Set ${all(c)} aside for pass ${c.turn.no + 1} of ${c.turn.of}`,
    seconds: 20,
    reason: 'The next stencil only sticks to a clean, dry piece, and a trace of this pass would go on etching under it.',
    how: ['Nothing of this stencil, its tape or its glue left on it.', 'Dry all over, also under the rim.'],
    good: 'Clean and dry to the touch, numbers still on them.',
  })

/** Judged before it is coloured, sealed or carded: none of that can be undone on a piece that goes again. */
export function finishSteps(c: StepContext): Step[] {
  return [
    washUp(c),
    look(c),
    ...(c.turn.no < c.turn.of ? [setAside(c)] : lastSteps(c)),
  ]
}

/** Once no other pass follows. */
function lastSteps(c: StepContext): Step[] {
  return [
    ...(c.finish === 'ink' ? [ink(c)] : []),
    ...(c.finish === 'gems' ? [gems(c)] : []),
    ...(TARNISH.includes(c.substrate.id) ? [protect(c)] : []),
    give(c),
  ]
}

import type { Care, CareAnchor } from '../../trade/compatibility'
import { countOf, formatDuration, formatMass, formatVolume } from '../../basics/units'
import { SAFETY_ITEMS, WASH_UP_ITEMS } from './gates'
import { maskStep, resistStep } from './resist'
import { isRound } from './step'
import type { Step, StepContext } from './step'

type Draft = Omit<Step, 'safety' | 'how'> & Partial<Pick<Step, 'safety' | 'how'>>
const step = (draft: Draft): Step => ({ how: [], safety: false, ...draft })
const all = (c: StepContext) => (c.pieces === 1 ? `the ${c.noun}` : `all ${countOf(c.pieces, c.noun)}`)
const each = (c: StepContext, seconds: number) => seconds * c.pieces

function safetyGate(c: StepContext): Step {
  const reason = {
    cream: 'Cream is an acid fluoride: it burns, the pain can come late, and it is poisonous.',
    liquid: 'Ferric chloride is acid and stains for good; with aluminium or zinc it boils and gives off hydrogen.',
    blast: 'Dust scars lungs for good, grit takes eyes, and a loose hose breaks bones.',
  }[c.kind.method]
  return step({
    id: 'safety',
    kind: 'gate',
    station: c.kind.method === 'blast' ? 'cabinet' : 'bench',
    title: 'Before anything is opened',
    seconds: 120,
    safety: true,
    items: [...SAFETY_ITEMS[c.kind.method]],
    reason,
    good: 'Every line ticked by you.',
  })
}

function cleanSteps(c: StepContext): Step[] {
  const labelOff = step({
    id: 'label-off',
    kind: 'do',
    station: 'sink',
    title: `Old label off ${all(c)}`,
    seconds: each(c, 240),
    reason: 'Paper and glue under a stencil let the etchant in.',
    how: [
      'Soak in hot water for 5 to 10 min, or fill with hot water and peel after a few.',
      'Warm it slowly: hot water into cold glass can crack it.',
      'Adhesive remover for what is left, no flame near; then dish soap.',
    ],
    good: 'Nothing tacky under a fingertip.',
  })
  const metal = c.substrate.family === 'metal'
  const clean = step({
    id: 'clean',
    kind: 'do',
    station: 'bench',
    title: `Clean and dry ${all(c)}`,
    seconds: each(c, 60),
    reason: 'A fingerprint blocks the etch.',
    how: [
      metal
        ? 'Degrease with alcohol of 60 % or more, no flame or spark near; a lint-free cloth.'
        : 'Alcohol of 60 % or more, or window cleaner; no flame or spark near; a lint-free cloth.',
      isRound(c) ? 'Hold it from inside from now on.' : 'Hold it by its edges from now on.',
    ],
    good: metal ? 'Water spreads in a sheet. Dry.' : 'No streak when you breathe on it. Dry.',
  })
  return c.oldLabel ? [labelOff, clean] : [clean]
}

const scrapJar = (text: string) =>
  step({
    id: 'scrap-jar',
    kind: 'do',
    station: 'bench',
    title: 'Try this bottle on a scrap jar',
    seconds: 300,
    reason: text,
    how: ['Stir, dab on a scrap of the same ware, wait the planned time, rinse.', 'Look when dry, over dark card.'],
    good: 'It frosts as it should. If not: longer, or another bottle.',
  })

function stirStep(c: StepContext): Step {
  return step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'bench',
    title: `Stir the cream and put out ${formatVolume(c.putOut)}, about ${formatVolume(c.putOut, 'tsp')}`,
    seconds: 90,
    reason: 'Unstirred cream frosts weakly.',
    how: [
      'Stir or shake well.',
      'Crystals: warm the closed bottle in gloved hands and shake.',
      'Brown: it has met air; usable if a test piece etches.',
    ],
    good: 'Smooth, no grains, no clear liquid on top.',
  })
}

function offWords(c: StepContext): string {
  const wiped = c.schools.after === 'recover' && c.reusable ? 'scrape the cream back' : 'wipe the cream off with a damp towel'
  const rinsed = {
    'sink': 'rinse warm at the sink',
    'tub': 'rinse warm in the tub',
    'two-baths': 'rinse in the first bath, then the second',
  }
  return `${wiped}, ${rinsed[c.schools.rinsing]}`
}

function careMoves(c: StepContext): string[] {
  return {
    'leave': ['Leave it: fussing makes waves.'],
    'swirl': ['Swirl once at half time, to free air bubbles.'],
    'move': ['Keep it moving the whole time.'],
    'brush-rest': [`Brush it for ${formatDuration(Math.round(c.dwell.best / 3))}, then leave it alone.`],
  }[c.schools.care].concat(isRound(c) ? ['Look for drips every few minutes and push them back.'] : [])
}

function creamEtch(c: StepContext): Step {
  const mesh = c.resist.id === 'mesh' ? ['Pull the mesh off at once and wash it; the cream stays.'] : []
  const stroke
    = c.resist.id === 'loose-stencil'
      ? 'Press cream straight down, no sideways stroke.'
      : 'Thick and even, in several directions, worked into the edges.'
  return step({
    id: 'etch',
    kind: 'clock',
    station: 'bench',
    seconds: each(c, c.coatSeconds + c.offSeconds),
    safety: true,
    title: `Coat, wait ${formatDuration(c.dwell.best)}, ${offWords(c)}`,
    reason:
      'Thick and opaque, and fast: the clock starts when the last part is covered. First coated, first rinsed. Scrape or wipe before it '
      + 'meets a glazed sink.',
    how: [stroke, ...(c.surface === 'flat' ? ['Look from the back: no thin spot, no air.'] : []), ...mesh, ...careMoves(c)],
    good: 'Nothing to be seen through the coat; no thin spot, no air. After the rinse nothing is felt under the glove.',
  })
}

const measureStep = (c: StepContext) =>
  step({
    id: 'measure',
    kind: 'measure',
    station: 'bench',
    title: c.schools.after === 'recover' && c.reusable ? 'How much cream went back?' : 'How much was put out?',
    seconds: 30,
    safety: true,
    reason: 'The bottle on the shelf drops by what was used, so that it is never found empty on a job.',
    good: 'To the nearest quarter teaspoon is close enough.',
  })

function creamTub(c: StepContext): Step {
  const title = { 'sink': 'Neutralise sink, wipes and tools', 'tub': 'Neutralise the rinse tub', 'two-baths': 'Neutralise both baths' }[
    c.schools.rinsing
  ]
  return step({
    id: 'neutralise',
    kind: 'tub',
    station: 'tub',
    title,
    seconds: 120,
    safety: true,
    reason: `Start with ${formatMass(c.bicarbonate)} of bicarbonate, then more until nothing fizzes. Neutral is not harmless: fluoride `
      + `stays in it, so it goes to waste as local rules say.`,
    good: 'A fresh pinch makes no bubble.',
  })
}

function peelStep(c: StepContext): Step {
  const underWater = c.schools.peel === 'under-water' && c.kind.method !== 'blast'
  const reuse = c.resist.uses === null ? ['Wash the stencil, dry it flat, and count the use.'] : []
  return step({
    id: 'peel',
    kind: 'do',
    station: underWater ? 'sink' : 'rack',
    title: `Peel the resist off ${all(c)}`,
    seconds: each(c, 60),
    reason: underWater
      ? 'Under running water, gloves on, once nothing is felt: the water lifts the edge and takes the last of it.'
      : 'Dry, gloves on: nothing is smeared.',
    how: ['From a corner, back on itself.', 'Adhesive off with alcohol; crumbs with a nylon scrubber and window cleaner.', ...reuse],
    good: 'No resist, no adhesive, nothing slippery left.',
  })
}

const washStep = (c: StepContext) =>
  step({
    id: 'second-wash',
    kind: 'do',
    station: 'sink',
    title: `Wash ${all(c)} with dish soap`,
    seconds: each(c, 45),
    reason:
      c.kind.method === 'cream'
        ? 'Residue shows as blotches once dry. Wet frost seems to vanish: do not judge it yet.'
        : 'What is left in the etched parts shows once dry.',
    good: 'Water runs off clean.',
  })
const dryStep = (c: StepContext, id = 'dry') =>
  step({
    id,
    kind: 'do',
    station: 'rack',
    title: `${c.kind.method === 'blast' ? 'Dry warm' : 'Dry'} ${all(c)}`,
    seconds: 60,
    reason: 'It can only be judged dry.',
    good: 'No damp in corners or under the rim.',
  })

function finishSteps(c: StepContext): Step[] {
  const ink = step({
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
  const protect = step({
    id: 'protect',
    kind: 'do',
    station: 'bench',
    title: `Wax or lacquer ${all(c)}`,
    seconds: each(c, 90),
    reason: 'Fresh etched metal tarnishes within days.',
    how: ['Warm and dry.', 'A thin coat of wax, buffed; or clear lacquer, air moving, no flame near.'],
    good: 'No dull or sticky spot.',
  })
  const give = step({
    id: 'give',
    kind: 'do',
    station: 'bench',
    title: 'Write the care card',
    seconds: 60,
    reason: 'Who gets it should know how to keep it.',
    how: [
      c.kind.method === 'cream'
        ? 'Dishwasher safe; washed once more before it is given.'
        : c.kind.method === 'liquid'
          ? 'Wipe with a soft cloth; no scouring.'
          : 'Washed before it is given; dishwasher safe when it is glass.',
      ...c.cares.filter(x => x.before === 'finish').map(x => `${x.title}.`),
    ],
    good: 'A card lies with it.',
  })
  const washUp = step({
    id: 'wash-up',
    kind: 'gate',
    station: c.kind.method === 'blast' ? 'cabinet' : 'sink',
    title: 'Wash up',
    seconds: 300,
    safety: true,
    items: [...WASH_UP_ITEMS[c.kind.method]],
    reason: {
      cream: 'What is left out burns the next person. The tub is neutral, not harmless: empty it as local rules say.',
      liquid: 'What is left out burns and stains. What is spent is kept: never to the drain.',
      blast: 'Dust that is left about is breathed by the next person.',
    }[c.kind.method],
    good: 'Every line ticked.',
  })
  const look = step({
    id: 'look',
    kind: 'look',
    station: 'rack',
    title: c.substrate.family === 'metal' ? 'Look at the dry piece in raking light' : 'Look at the dry piece over dark card',
    seconds: each(c, 30),
    safety: true,
    reason: 'In raking or window light, with something black behind.',
    good: 'Each piece judged: good, usable or scrap.',
  })
  return [...(c.kind.method === 'liquid' ? [protect] : []), ...(c.finish === 'ink' ? [ink] : []), give, washUp, look]
}

function creamSteps(c: StepContext): Step[] {
  const wet = [measureStep(c), creamTub(c)]
  const off
    = c.schools.peel === 'under-water'
      ? [measureStep(c), peelStep(c), creamTub(c), washStep(c), dryStep(c)]
      : [...wet, dryStep(c, 'dry-first'), peelStep(c), washStep(c), dryStep(c)]
  return [
    ...cleanSteps(c),
    resistStep(c),
    maskStep(c),
    ...(c.couponFirst ? [scrapJar(c.couponFirst)] : []),
    stirStep(c),
    creamEtch(c),
    ...off,
  ]
}

function liquidSteps(c: StepContext): Step[] {
  const pour = step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'bench',
    title: `Pour out ${formatVolume(c.putOut)} into plastic`,
    seconds: 60,
    safety: false,
    reason: 'Acid eats metal dishes. Never pour back what has touched metal: it weakens the bottle.',
    good: 'In a plastic cup in the tray, bottle closed again.',
  })
  const etch = step({
    id: 'etch',
    kind: 'clock',
    station: 'bench',
    // The hands stay with a tray until its time is up: that is paid too.
    seconds: each(c, c.coatSeconds + c.offSeconds) + Math.ceil(c.pieces / c.tray) * c.dwell.best,
    safety: true,
    title: `Wet, rub gently for ${formatDuration(c.dwell.best)}, bicarbonate until the foam stops, rinse`,
    reason: 'The clock starts when the last part is wet. It cuts only where it is wet and moving.',
    how: [
      c.tray > 1
        ? `Up to ${countOf(c.tray, c.noun)} side by side on one tray: wet them all, and rub each in turn the whole time.`
        : 'Rub gently with the wet swab the whole time.',
      'Dip again whenever it looks dry.',
      'At its time: sprinkle bicarbonate until the foam stops, then rinse into the tub.',
    ],
    good: 'An even tone in every line; no foam left.',
  })
  const tub = step({
    id: 'neutralise',
    kind: 'tub',
    station: 'tub',
    title: 'Neutralise the tray and the rinse',
    seconds: 180,
    safety: true,
    reason: `About ${formatMass(c.bicarbonate)} of bicarbonate in all, a little at a time: it foams up. Rust-coloured mud settles; `
      + `dissolved metal stays in it, so all of it is kept.`,
    good: 'A fresh pinch makes no foam.',
  })
  return [
    ...cleanSteps(c),
    resistStep(c),
    maskStep(c),
    ...(c.couponFirst ? [scrapJar(c.couponFirst)] : []),
    pour,
    etch,
    tub,
    measureStep(c),
    peelStep(c),
    washStep(c),
    dryStep(c),
  ]
}

function blastSteps(c: StepContext): Step[] {
  const { look, pressure, distance, passes } = c.blast!
  const moves = {
    graphics: ['Gun square to the face, moving all the time.', `${passes} crossing passes over each place.`],
    solid: ['From the bottom up, turning the piece.', `${passes} crossing passes over each place, the art under its mask.`],
    fade: ['Nozzle held at mid height, the piece turned; farther away is softer.', 'Frost fades to clear; stop sooner than you think.'],
  }[look]
  const set = step({
    id: 'ready-etchant',
    kind: 'do',
    station: 'cabinet',
    title: `Set ${pressure}, nozzle ${distance} away`,
    seconds: 120,
    safety: false,
    reason: 'Pressure digs, distance softens. The machine\'s own instructions come first.',
    how: ['A test patch on scrap with the door shut.', 'Grit flows evenly, no moisture in the line.'],
    good: 'An even matt patch on the scrap.',
  })
  const blast = step({
    id: 'etch',
    kind: 'blast',
    station: 'cabinet',
    seconds: each(c, Math.round(c.dwell.best * 1.5) + 60),
    safety: true,
    title: `Blast ${all(c)}, ${formatDuration(c.dwell.best)} of gun time each`,
    reason: 'Gun time is counted while the pedal is down, and stands beside what was planned.',
    how: moves,
    good: 'Even all over when held to the light; no clear stripe, no dug edge.',
  })
  const grit = step({
    id: 'grit',
    kind: 'do',
    station: 'cabinet',
    title: 'Grit out of the piece, dust settled',
    seconds: each(c, 60),
    safety: true,
    reason: 'Grit carried out of the cabinet is breathed and scratches the next piece.',
    how: ['Blow off inside the closed cabinet; wait until the dust has settled.', 'Mouth opened over the cabinet, not over the floor.'],
    good: 'Nothing gritty under a fingertip.',
  })
  return [...cleanSteps(c), resistStep(c), maskStep(c), set, blast, grit, peelStep(c), washStep(c), dryStep(c)]
}

const ANCHOR_STEP: Record<CareAnchor, string> = {
  'resist': 'resist',
  'mask': 'mask',
  'ready-etchant': 'ready-etchant',
  'etch': 'etch',
  'second-wash': 'second-wash',
  'finish': 'give',
}

/** A named care as a step of its own, before the step it belongs to. */
const careStep = (care: Care): Step =>
  step({
    id: `care:${care.id}`,
    kind: 'do',
    station: care.before === 'second-wash' ? 'sink' : 'bench',
    title: care.title,
    reason: care.reason,
    good: care.good,
    seconds: care.seconds,
    safety: care.safety,
  })

/** The whole job in the trade's order. A pure function of piece, recipe and house rules. */
export function stepList(c: StepContext): Step[] {
  const work = { cream: creamSteps, liquid: liquidSteps, blast: blastSteps }[c.kind.method](c)
  const steps = [safetyGate(c), ...work, ...finishSteps(c)]
  return steps.flatMap(s => [...c.cares.filter(care => care.before !== 'finish' && ANCHOR_STEP[care.before] === s.id).map(careStep), s])
}

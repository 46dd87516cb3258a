/** Where a named care goes in the step list: before this step. */
export type CareAnchor = 'resist' | 'mask' | 'ready-etchant' | 'etch' | 'second-wash' | 'finish'

/** What "works with care" asks for: said in the plan, agreed to there, done as a step of its own at the bench. */
export interface Care {
  id: string
  before: CareAnchor
  title: string
  reason: string
  good: string
  /** Hands-on for the whole run, s. */
  seconds: number
  /** Somebody could be hurt without it: never skipped. */
  safety: boolean
}

const SAFETY = new Set(['tempered-cap', 'light-pressure', 'wet-dust', 'no-solvent-near', 'no-food'])
const care = (id: string, before: CareAnchor, title: string, reason: string, good: string, seconds = 120): Care => ({
  id,
  before,
  title,
  reason,
  good,
  seconds,
  safety: SAFETY.has(id),
})

export const CARES = {
  'test-same-glass': care(
    'test-same-glass',
    'ready-etchant',
    'Try the etchant on a hidden spot or a scrap of the same ware',
    'This ware frosts more slowly or more unevenly than plain glass.',
    'The spot frosts, dry and over dark card.',
    600,
  ),
  'short-and-watched': care(
    'short-and-watched',
    'etch',
    'Stand by: this glass frosts fast',
    'Lead crystal is softer than plain glass; a coat left a little long turns coarse.',
    'Somebody stays with it for the whole dwell.',
    30,
  ),
  'tempered-cap': care(
    'tempered-cap',
    'etch',
    'Set everything ready: tempered glass is rinsed by ten minutes',
    'A cautious rule: many fear heat and shatter, and the reason is disputed.',
    'Sink free, wipe in hand, clock in sight.',
    60,
  ),
  'mirror-edges': care(
    'mirror-edges',
    'mask',
    'Tape the edges and the whole painted back',
    'Etchant or water that gets behind the silver lifts it for good.',
    'No edge bare, tape pressed down all round.',
    240,
  ),
  'light-pressure': care(
    'light-pressure',
    'etch',
    'Turn the pressure down and try it on the edge',
    'Plastic and thin layers are cut through before one sees it.',
    'An even matt patch, nothing melted or lifted.',
    180,
  ),
  'wet-dust': care(
    'wet-dust',
    'second-wash',
    'Wipe all dust up wet, mask on',
    'Dust of this ware carries lead or glaze; dry sweeping puts it in the air.',
    'Cabinet, piece and bench wiped wet, wipes bagged.',
    240,
  ),
  'seal-stone': care(
    'seal-stone',
    'resist',
    'Brush off the dust and wipe the stone with alcohol',
    'Adhesive holds on dust, not on stone.',
    'A strip of tape pulled off brings no dust.',
    300,
  ),
  'strip-lacquer': care(
    'strip-lacquer',
    'resist',
    'Take off lacquer and polish, then degrease',
    'The etchant stops at lacquer, wax and polish.',
    'Water spreads in a sheet, no beads.',
    300,
  ),
  'thin-layer': care(
    'thin-layer',
    'ready-etchant',
    'Try it inside a foot or on a scrap first',
    'Once through the thin layer the etch goes on unevenly in the metal below.',
    'The test spot is even and not pitted.',
    600,
  ),
  'press-edges': care(
    'press-edges',
    'mask',
    'Press every edge down and look at it in low light',
    'Cream creeps under whatever lifts.',
    'No silver line along any open edge.',
    180,
  ),
  'straight-down': care(
    'straight-down',
    'etch',
    'Press the cream straight down, no sideways stroke',
    'Sideways strokes push cream under a stencil that is not stuck.',
    'Cream dabbed on at 90 degrees, stencil still flat.',
    60,
  ),
  'pull-mesh': care(
    'pull-mesh',
    'etch',
    'Have a tray of water ready for the mesh',
    'It comes off at once and is washed while the cream works on the glass.',
    'Tray within reach, gloves on.',
    60,
  ),
  'two-layers': care(
    'two-layers',
    'mask',
    'Put a second layer over the wide parts',
    'Grit wears thin film through; two layers hold for a light frost.',
    'Nothing shows through at the edges.',
    240,
  ),
  'no-solvent-near': care(
    'no-solvent-near',
    'mask',
    'Let the lacquer dry through, air moving, no flame near',
    'Its solvent burns and lifts what is not dry.',
    'Dry to the fingernail, no smell left.',
    900,
  ),
  'no-food': care(
    'no-food',
    'finish',
    'Say on the care card: not for food on the etched side',
    'An etched glaze or crystal face may give off what is in it.',
    'Written on the card.',
    30,
  ),
} satisfies Record<string, Care>

export type CareId = keyof typeof CARES

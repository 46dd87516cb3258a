import type { CloseLine } from '#core/crew/close'

/** A line of the end of the day as one says it, and where it is seen to. */
export function closeWords(line: Pick<CloseLine, 'kind' | 'of' | 'name'>): { text: string, to: string | null } {
  switch (line.kind) {
    case 'run':
      return { text: `The run for ${line.name} is closed, or somebody takes it over`, to: `/bench/${line.of}` }
    case 'tub':
      return { text: `${line.name}: neutralised and emptied`, to: `/tub/${line.of}` }
    case 'spill':
      return { text: `What was spilled at the run for ${line.name} is wiped up, and the wipe is in the waste`, to: null }
    case 'lot':
      return { text: `${line.name}: closed, wiped, back on the shelf, level looked at`, to: '/shelf' }
    case 'tools':
      return { text: 'Brushes and scrapers washed, foam brushes and sticks in the waste', to: null }
    case 'surfaces':
      return { text: 'Bench, sink and taps wiped, cover changed', to: null }
    case 'gloves':
      return { text: 'Gloves washed before they come off, torn ones thrown away, goggles rinsed', to: null }
    case 'cabinet':
      return { text: 'Cabinet swept out with the door shut, light and window looked at, air off', to: null }
    case 'cabinet-filter':
      return { text: 'Cabinet filter shaken, its dust damped and in the waste', to: null }
    case 'solvent':
      return { text: 'Alcohol closed, wipes in the lidded metal bin', to: null }
    case 'floor':
      return { text: 'Floor looked at in low light: no splinters, no drops, no grit', to: null }
    case 'container':
      return { text: `${line.name} is full or has to leave: arrange for it`, to: `/container/${line.of}` }
  }
}

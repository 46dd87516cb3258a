import type { GirthReading } from '../vessel'

/** Shapes to start from, as shares of height and of the widest girth. The tape comes after. */
export const PRESETS = [
  {
    id: 'cylinder',
    text: 'Cylinder',
    profile: [
      [0, 1],
      [1, 1],
    ],
  },
  {
    id: 'taper',
    text: 'Tapered tumbler',
    profile: [
      [0, 0.72],
      [1, 1],
    ],
  },
  {
    id: 'goblet',
    text: 'Goblet bowl',
    profile: [
      [0, 0.5],
      [0.15, 0.8],
      [0.4, 1],
      [0.7, 0.96],
      [1, 0.82],
    ],
  },
  {
    id: 'flask',
    text: 'Flask',
    profile: [
      [0, 1],
      [0.55, 1],
      [0.75, 0.62],
      [0.85, 0.36],
      [1, 0.34],
    ],
  },
  {
    id: 'jar',
    text: 'Jar',
    profile: [
      [0, 0.94],
      [0.08, 1],
      [0.82, 1],
      [0.92, 0.84],
      [1, 0.82],
    ],
  },
] as const satisfies readonly { id: string, text: string, profile: readonly (readonly [number, number])[] }[]
export type PresetId = (typeof PRESETS)[number]['id']

/** Readings of a preset of this size. @param height mm @param girth widest way round, mm @throws RangeError for an unknown preset */
export function presetReadings(id: PresetId, height: number, girth: number): GirthReading[] {
  const preset = PRESETS.find(p => p.id === id)
  if (!preset) throw new RangeError(`No preset "${id}".`)
  return preset.profile.map(([z, share]) => ({ height: z * height, girth: share * girth }))
}

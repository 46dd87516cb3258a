import { defineStore } from 'pinia'
// From its own module: the rest of its room is not needed on every screen.
import { NO_PACES } from '#core/plan/coat/pace'
import { DEFAULT_HOUSE_RULES } from '#core/trade/house'
import type { Person } from '#shared/accounts'
import type { ArtworkSummary } from '#shared/artworks'
import type { Blank } from '#shared/blanks'
import type { OwnFace } from '#shared/faces'
import type { Lot, Stencil } from '#shared/shelf'
import type { Roll } from '#shared/rolls'
import type { Supply } from '#shared/stock'
import type { Studio } from '#shared/studio'

const NUMBERS = 'crest:numbers'

/** The studio's own facts: house rules, numbers to call, shelf and crew. */
export const useStudioStore = defineStore('studio', () => {
  const studio = ref<Studio | null>(null)
  const lots = ref<Lot[]>([])
  const stencils = ref<Stencil[]>([])
  /** An empty shelf, and one that has not been asked for yet, are two things. */
  const shelfLoaded = ref(false)
  const blanks = ref<Blank[]>([])
  /** Their outlines weigh much: fetched by the screens that show them. */
  const artworks = ref<ArtworkSummary[] | null>(null)
  const crew = ref<Person[]>([])

  const rules = computed(() => studio.value?.rules ?? DEFAULT_HOUSE_RULES)
  const paces = computed(() => studio.value?.paces ?? NO_PACES)
  const recovered = computed(() => studio.value?.recovered ?? null)
  const times = computed(() => studio.value?.times ?? {})
  /** Kept on the device too: they have to be there when nothing else is. */
  const numbers = useLocalStorage(NUMBERS, { emergency: '', poison: '' })
  const numbersMissing = computed(() => studio.value !== null && (!studio.value.emergencyNumber || !studio.value.poisonNumber))

  const loadStudio = toldLoad('the house rules', async () => {
    studio.value = await api<Studio>('studio')
    numbers.value = { emergency: studio.value.emergencyNumber, poison: studio.value.poisonNumber }
  })
  const loadBottles = toldLoad('the shelf', async () => {
    ;[lots.value, stencils.value, blanks.value] = await Promise.all([
      apiList<Lot>('lots'),
      apiList<Stencil>('stencils'),
      apiList<Blank>('blanks'),
    ])
    shelfLoaded.value = true
  })
  async function loadShelf() {
    await loadBottles()
    if (artworks.value) await loadArtworks()
    if (rolls.value) await loadRolls()
    if (supplies.value) await loadSupplies()
  }
  const loadArtworks = toldLoad('the stencils', async () => (artworks.value = await apiList<ArtworkSummary>('artworks')))
  const rolls = ref<Roll[] | null>(null)
  const loadRolls = toldLoad('the rolls and scraps', async () => (rolls.value = await apiList<Roll>('rolls')))
  /** Tape, gloves, filters, neutralisers and the like; fetched by the screens that show them. */
  const supplies = ref<Supply[] | null>(null)
  const loadSupplies = toldLoad('the supplies', async () => (supplies.value = await apiList<Supply>('supplies')))
  /** The studio's own faces; fetched by whoever sets letters. */
  const faces = ref<OwnFace[] | null>(null)
  const loadFaces = toldLoad('your own fonts', async () => (faces.value = await apiList<OwnFace>('faces')))
  const loadCrew = toldLoad('the crew', async () => (crew.value = await apiList<Person>('crew')))
  const load = () => Promise.all([loadStudio(), loadShelf(), loadCrew()])

  /** Who works here now. */
  const here = computed(() => crew.value.filter(p => p.active))
  const nameOf = (id: string) => crew.value.find(p => p.id === id)?.name ?? 'somebody'
  const firstName = (id: string) => nameOf(id).split(' ')[0]!
  /** As the person at this device is told of people. */
  const calledHere = (id: string) => (id === useSessionStore().person?.id ? 'you' : firstName(id))
  const stencil = (id: string | null) => stencils.value.find(s => s.id === id) ?? null
  const blank = (id: string | null) => blanks.value.find(b => b.id === id) ?? null
  const artwork = (id: string | null) => artworks.value?.find(a => a.id === id) ?? null
  const lot = (id: string) => lots.value.find(b => b.id === id)

  return {
    studio,
    lots,
    shelfLoaded,
    stencils,
    blanks,
    artworks,
    crew,
    rules,
    paces,
    times,
    recovered,
    numbers,
    numbersMissing,
    loadStudio,
    loadShelf,
    loadArtworks,
    rolls,
    loadRolls,
    supplies,
    loadSupplies,
    faces,
    loadFaces,
    loadCrew,
    load,
    here,
    nameOf,
    firstName,
    calledHere,
    lot,
    stencil,
    blank,
    artwork,
  }
})

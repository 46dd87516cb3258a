import { command } from '~/commands'
import { defineStore } from 'pinia'
import { foldTub } from '#core/bench/tub'
import type { TubState } from '#core/bench/tub'
import { wayOf } from '#core/trade/waste'
import type { WasteId, WasteRule } from '#core/trade/waste'
import type { Container, Tub, TubEntryDraft } from '#shared/tubs'

/** Tubs, waste containers and the rules for them, as the server last told them; asked for by the screens that show them. */
export const useTubsStore = defineStore('tubs', () => {
  const tubs = shallowRef<Tub[] | null>(null)
  const containers = ref<Container[] | null>(null)
  const rules = ref<WasteRule[]>([])
  /** Each answer is worked out once. */
  const states = new WeakMap<Tub, TubState>()

  const loadTubs = toldLoad('the tubs', async () => void (tubs.value = await api<Tub[]>('tubs')))
  const loadWaste = toldLoad('the waste containers', async () => {
    ;[containers.value, rules.value] = await Promise.all([apiList<Container>('containers'), api<WasteRule[]>('waste-rules')])
  })
  const load = async () => void (await Promise.all([loadTubs(), loadWaste()]))
  /** Fetches again what somebody changed elsewhere, where it is shown at all. */
  const refresh = async () => void (await Promise.all([tubs.value && loadTubs(), containers.value && loadWaste()]))

  keepTrue('tubs', refresh)

  const put = (tub: Tub) => (tubs.value = [tub, ...(tubs.value ?? []).filter(t => t.id !== tub.id)])
  const loadOne = async (id: string) => void put(await api<Tub>(`tubs/${id}`))
  /** Enters something of a tub. @throws ApiError with the sentence why not */
  const enter = async (id: string, entry: TubEntryDraft) => void put(await command<Tub>(`tubs/${id}/entries`, entry))

  const open = computed(() => (tubs.value ?? []).filter(t => t.emptiedAt === null).sort((a, b) => b.madeAt.localeCompare(a.madeAt)))
  const emptied = computed(() =>
    (tubs.value ?? []).filter(t => t.emptiedAt !== null).sort((a, b) => b.emptiedAt!.localeCompare(a.emptiedAt!)),
  )
  const inStudio = computed(() => (containers.value ?? []).filter(c => c.leftOn === null))
  const tub = (id: string) => (tubs.value ?? []).find(t => t.id === id) ?? null
  const container = (id: string) => (containers.value ?? []).find(c => c.id === id) ?? null
  function stateOf(of: Tub): TubState {
    const known = states.get(of) ?? foldTub(of.volume, of.entries)
    states.set(of, known)
    return known
  }
  /** What is to be done with a kind of waste, by the rule that the lead wrote down. */
  const way = (content: WasteId) => wayOf(content, rules.value.find(r => r.content === content) ?? null)

  return {
    tubs,
    containers,
    rules,
    loadTubs,
    loadWaste,
    load,
    refresh,
    put,
    loadOne,
    enter,
    open,
    emptied,
    inStudio,
    tub,
    container,
    stateOf,
    way,
  }
})

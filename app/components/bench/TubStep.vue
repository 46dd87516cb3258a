<script setup lang="ts">
import Button from 'primevue/button'
import type { NewEvent, RunState } from '#core/bench/run'
import { stillNeeded } from '#core/plan/tub'
import type { Step } from '#core/plan/steps'
import type { RunWithEvents } from '#shared/runs'

/** Where the rinse water of this run is, and how it gets neutral: here and now, or with what comes after it in the same tub. */
const props = defineProps<{ run: RunWithEvents, state: RunState, step: Step }>()
const emit = defineEmits<{ enter: [part: NewEvent] }>()
const store = useTubsStore()
// Without network the run goes on by itself: it is neutralised at the bench, as it always was.
onMounted(() => store.loadTubs().catch(() => {}))
const metal = computed(() => props.run.plan.method === 'liquid')
/** Cream and ferric chloride never share a tub. */
const fitting = computed(() =>
  store.open.filter((t) => {
    const { content } = store.stateOf(t)
    return metal.value ? content.bifluoride === 0 : content.ferricChloride === 0
  }),
)
const chosen = computed(() => store.open.find(t => t.id === props.state.tub) ?? null)
/** What the tub as a whole still takes, with this run in it. */
const dose = computed(() => {
  if (!chosen.value) return null
  const { content } = store.stateOf(chosen.value)
  const grams = stillNeeded(content, 'bicarbonate')
  return grams ? doseWords(content, 'bicarbonate', grams) : null
})
// What was entered here is in the tub once the server has it.
watch(() => props.state.tub, () => setTimeout(() => store.loadTubs().catch(() => {}), 600))
const filling = ref(false)
const choose = (id: string) => {
  filling.value = false
  emit('enter', { kind: 'tub.chosen', tub: id })
}
</script>

<template>
  <div class="tub-step">
    <div v-if="state.tub" class="in">
      <p>
        The rinse water is in <strong>{{ chosen?.name ?? 'a tub' }}</strong>{{
          chosen && chosen.runs.length > 1 ? ', along with water from other runs' : '' }}.
        <template v-if="dose">The whole tub still needs {{ dose }}.</template>
        <NuxtLink v-if="chosen" :to="`/tub/${chosen.id}`">Its curve and strips</NuxtLink>
      </p>
      <Button severity="secondary" label="Leave it for the next run" @click="emit('enter', { kind: 'step.done', step: step.id })" />
    </div>
    <div v-else class="choose" role="group" aria-label="Which tub it was rinsed in">
      <p class="ask">Which tub was it rinsed in? One tub can serve several runs and be neutralised once.</p>
      <Button v-for="t in fitting" :key="t.id" severity="secondary" :label="t.name" @click="choose(t.id)" />
      <Button severity="secondary" label="A fresh tub" @click="filling = true" />
    </div>
    <Sheet v-if="filling" title="A fresh tub" @close="filling = false">
      <FillTub @filled="choose" @close="filling = false" />
    </Sheet>
    <TubForm
      :foams="metal"
      :suggested="run.plan.bicarbonate"
      :added="state.bicarbonate"
      @add="emit('enter', { kind: 'bicarbonate.added', grams: $event })"
      @still="emit('enter', { kind: 'step.done', step: step.id })"
    />
  </div>
</template>

<style scoped>
.tub-step { display: grid; gap: 1.2rem; justify-items: start; }
.choose, .in { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: center; }
.ask { flex-basis: 100%; }
.choose :deep(button), .in :deep(button) { min-height: 56px; }
</style>

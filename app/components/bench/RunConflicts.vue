<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Button from 'primevue/button'
import { FIELD_OF, foldRun } from '#core/bench/run'
import type { PieceFact } from '#core/bench/run'
import type { Conflict, RunWithEvents } from '#shared/runs'

/** Two tablets say when the same thing happened: both are shown, and a person decides which time counts. */
const props = defineProps<{ run: RunWithEvents }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const work = useWorkStore()
const problem = ref('')
const busy = ref(false)
const WORDS: Record<PieceFact, string> = {
  'coat.started': 'was first touched',
  'coat.covered': 'had its last part covered',
  'etchant.off': 'came off',
  'piece.rinsed': 'was rinsed',
}
const rows = computed(() =>
  props.run.conflicts.map((c) => {
    const standing = foldRun(props.run.plan, props.run.events).pieces[c.piece - 1]![FIELD_OF[c.fact]]!
    return { c, standing, words: `${pieceLabel(props.run.plan, c.piece)} ${WORDS[c.fact]}` }
  }),
)
const time = (at: number) => houseTime.format(at, 'HH:mm:ss')

async function settle(c: Conflict, take: boolean) {
  busy.value = true
  problem.value = ''
  try {
    work.put(await api<RunWithEvents>(`runs/${props.run.id}/conflicts/${c.id}`, 'POST', { take }))
  }
  catch (error) {
    problem.value = (error as Error).message
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="conflicts" aria-label="Entered twice">
    <p v-for="{ c, standing, words } in rows" :key="c.id">
      <strong class="capital">{{ words }}</strong> at <span class="numeral">{{ time(standing.at) }}</span>, says
      {{ studio.nameOf(standing.by) }}; at <span class="numeral">{{ time(c.at) }}</span>, says {{ studio.nameOf(c.by) }}. Which counts?
      <span class="which">
        <Button
          :label="`${time(standing.at)}, ${studio.firstName(standing.by)}`"
          severity="secondary"
          :disabled="busy"
          @click="settle(c, false)"
        />
        <Button :label="`${time(c.at)}, ${studio.firstName(c.by)}`" severity="secondary" :disabled="busy" @click="settle(c, true)" />
      </span>
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.conflicts { border-left: 4px double var(--frost); padding: 0.3rem 0 0.3rem 0.9rem; display: grid; gap: 0.5rem; font-size: 1.1rem; }
.which { display: inline-flex; flex-wrap: wrap; gap: 0.5rem; margin-left: 0.5rem; vertical-align: middle; }
.which :deep(button) { min-height: 56px; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import type { useRun } from '~/composables/useRun'

/** What bench, wash-up and look share: which run, taking back, refusals, history; the screen stays awake. */
const props = defineProps<{ at: ReturnType<typeof useRun> }>()
const work = useWorkStore()
const { run, events, lastEvent, enter, problem } = props.at
useReplan(run)
useAwake()
</script>

<template>
  <div class="frame">
    <p v-if="problem && !run" class="problem" role="alert">{{ problem }}</p>
    <template v-if="run">
      <p v-if="run.endedAt" class="problem">This run is closed. <NuxtLink :to="`/log/${run.id}`">See it in the log</NuxtLink>.</p>
      <p v-if="work.refusal" class="problem refusal" role="alert">
        {{ work.refusal }} <Button label="Understood" severity="secondary" @click="work.refusal = null" />
      </p>
      <RunConflicts v-if="run.conflicts.length" :run="run" />
      <slot />
      <footer v-if="!run.endedAt">
        <UndoLast v-if="lastEvent" :plan="run.plan" :event="lastEvent" @undo="enter({ kind: 'event.undone', target: $event })" />
        <div class="more">
          <slot name="more" />
          <ClockBound />
          <RunPhotos :run="run" :step="at.step.value?.id ?? 'look'" />
          <RunHistory :plan="run.plan" :events="events" />
        </div>
      </footer>
    </template>
  </div>
</template>

<style scoped>
.frame {
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 1rem;
  padding: 1.1rem 1.5rem 1.2rem;
  width: 100%;
  max-width: 100rem;
  margin: 0 auto;
}
.refusal { display: flex; flex-wrap: wrap; align-items: center; gap: 1rem; font-size: 1.15rem; }
footer {
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  align-items: start;
  border-top: 1px solid var(--line);
  padding-top: 0.6rem;
}
.more { flex: 1 1 20rem; min-width: 0; display: flex; flex-wrap: wrap; gap: 0 2rem; }
.more > * { flex: 1 1 16rem; min-width: 0; }
@media (max-width: 40rem) { .frame { padding: 0.8rem 0.9rem; } }
</style>

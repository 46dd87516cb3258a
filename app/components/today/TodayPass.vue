<script setup lang="ts">
import { owed } from '#shared/passes'
import type { Pass } from '#shared/passes'

/** One pass of a job: its pieces as they stand, what it waits for, and the one way on. */
const props = defineProps<{ pass: Pass, title: string, due: string | null, inner: boolean }>()
const work = useWorkStore()
const studio = useStudioStore()
const waitsFor = useWaitsFor()

/** Pieces that are drawn. */
const SHOWN = 3
const run = computed(() => work.runs.find(r => r.passId === props.pass.id))
const pieces = computed(() => (run.value ? work.state(run.value).pieces.slice(0, SHOWN) : []))
const shape = computed(() => shapeOfPass(props.pass))
/** Those that still have to go through it; all of them once it is done. */
const waiting = computed(() => (owed(props.pass).length > 0 ? owed(props.pass) : [...props.pass.done]).slice(0, SHOWN))
const waits = computed(() => waitsFor(props.pass))
// Worked out at every tick, and drawn again only where the words change.
const sentence = computed(() => waits.value.sentence)
const action = computed(() => waits.value.action)
const to = computed(() => waits.value.to)
const size = computed(() => (props.inner ? { size: 60, wide: 42 } : { size: 86, wide: 58 }))
</script>

<template>
  <div class="pass" :class="{ inner, running: run, through: pass.status === 'done' }">
    <div class="card-black dark-card">
      <template v-if="run">
        <LazyLivePiece v-for="p in pieces" :key="p.n" :plan="run.plan" :piece="p" :shape="shapeInRun(run, p.n)" v-bind="size" />
      </template>
      <template v-else>
        <PieceSilhouette v-for="n in waiting" :key="n" :shape="shapeOfPiece(shape, n)" v-bind="size" />
      </template>
    </div>
    <div class="what">
      <component :is="inner ? 'h3' : 'h2'"><NuxtLink :to="`/plan/${pass.jobId}?pass=${pass.id}`">{{ title }}</NuxtLink></component>
      <p class="wait">{{ sentence }}</p>
      <p class="muted">{{ studio.lot(pass.lotId)?.productName }}.<template v-if="due"> Due {{ due }}.</template></p>
    </div>
    <NuxtLink
      v-if="pass.status !== 'done'"
      class="button go"
      :class="{ strong: run }"
      :to="to"
      :aria-label="`${action}: ${title}`"
    >{{ action }}</NuxtLink>
  </div>
</template>

<style scoped>
.pass { display: grid; grid-template-columns: 13rem 1fr auto; gap: 1.5rem; align-items: center; }
.inner { grid-template-columns: 9.5rem 1fr auto; margin-left: 3.5rem; }
.card-black {
  display: flex;
  justify-content: center;
  align-items: end;
  gap: 0.6rem;
  padding: 0.6rem 0.5rem;
  min-height: 112px;
  overflow: hidden;
}
.inner .card-black { min-height: 78px; padding: 0.4rem; }
h2 a, h3 a { color: var(--text); text-decoration: none; }
h2 a:hover, h3 a:hover { text-decoration: underline; }
.wait { font-size: 1.1rem; }
.running .wait { font-weight: 650; }
.through { opacity: 0.75; }
@media (max-width: 50rem) {
  .pass { grid-template-columns: 5.5rem 1fr; gap: 0.4rem 1rem; }
  .inner { margin-left: 0.8rem; }
  .card-black { grid-row: 1 / 3; min-height: 100%; }
  .card-black > :nth-child(n + 2) { display: none; }
  .go { justify-self: start; }
}
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { v7 } from 'uuid'
import { cautionWords } from '#core/bench/frost'
import type { FrostReading, MarkedBox, Settled, Window } from '#core/bench/frost'
import { capital } from '#core/basics/units'
import { numberOf, pieceLabel } from '#core/plan/run-plan'
import { figuresOf, frostTargets } from '#shared/frost'
import type { ReadAnswer } from '~/workers/frost'

/** The frost meter: what a picture of a dry piece over dark card says of contrast, evenness, edges, and frost in the wrong place. */
const id = String(useRoute().params.id)
const at = useRun(id)
const { run, state, step, enter, problem: missing } = at
const work = useWorkStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const piece = ref(Number(useRoute().query.piece ?? 1))
const placement = ref(0)
const pieces = computed(() =>
  (state.value?.pieces ?? []).filter(p => !p.withdrawn).map(p => ({ id: p.n, text: capital(pieceLabel(run.value!.plan, p.n)) })),
)
const targets = computed(() =>
  run.value ? frostTargets(shapeInRun(run.value, piece.value), numberOf(run.value.plan, piece.value)) : [],
)
const places = computed(() =>
  targets.value.map((t, i) => ({ id: t.placement, text: t.art?.name ?? (targets.value.length > 1 ? `Art ${i + 1}` : 'The art') })),
)
const target = computed(() => targets.value.find(t => t.placement === placement.value) ?? targets.value[0] ?? null)
const { found: art, byHand } = useTargetArt(target)

/** Where nothing is drawn, a hand says what is frost and what is clear; at first the middle of the frame, and what is above it. */
const moved = shallowRef<{ frost: MarkedBox, clear: MarkedBox } | null>(null)
const boxes = computed(() => (byHand.value && art.value ? (moved.value ?? firstBoxes(art.value.window)) : null))
const reading = shallowRef<FrostReading | null>(null)
const said = ref('')
const meter = useFrostPicture(art, read, () => {
  reading.value = null
  said.value = ''
})
const { picture, lie, busy, moving } = meter

async function read(found: Settled | null) {
  if (boxes.value) {
    reading.value = await meter.ask<FrostReading>({ kind: 'marked', ...meter.asked(), lie: lie.value!, ...boxes.value })
    return
  }
  const answer = await meter.ask<ReadAnswer>({ kind: 'read', ...meter.asked(), lie: lie.value!, settled: found })
  lie.value = answer.settled.lie
  reading.value = answer.reading
}
const firstBoxes = ({ width, height }: Window) => ({
  frost: { left: width * 0.3, right: width * 0.7, top: height * 0.3, bottom: height * 0.7 },
  clear: { left: 0, right: width, top: -4, bottom: -1 },
})
function clear() {
  meter.clear()
  moved.value = null
}
watch([piece, placement], clear)

const figures = computed(() => reading.value && figuresOf(reading.value, target.value!.placement, studio.rules.cardLightness, null))
const kept = computed(() => state.value?.pieces.find(p => p.n === piece.value)?.frost ?? [])
function keep() {
  const photo = v7()
  const refused = work.addPhoto(
    { runId: id, step: step.value?.id ?? run.value!.plan.steps.at(-1)!.id, piece: piece.value, picture: picture.value!.blob },
    photo,
  )
  if (!enter({ kind: 'frost.read', piece: piece.value, ...figures.value!, photo: refused ? null : photo }))
    return void (meter.problem.value = work.refusal ?? '')
  const whose = pieceLabel(run.value!.plan, piece.value)
  clear()
  said.value = refused ? `Kept with ${whose}, without its picture. ${refused}` : `Kept with ${whose}, and its picture too.`
}
</script>

<template>
  <div class="page">
    <p v-if="missing && !run" class="problem" role="alert">{{ missing }}</p>
    <template v-if="run && state">
      <header class="page-head">
        <h1>Frost meter</h1>
        <p class="ways">
          <NuxtLink :to="run.endedAt ? `/log/${id}` : `/look/${id}`">
            {{ run.endedAt ? 'The run in the log' : 'Back to the look' }}
          </NuxtLink>
        </p>
      </header>
      <PictureBar :meter="meter" :of="`${id}${piece}${placement}`" :not-yet="!art" :read="reading !== null">
        <Select v-model="piece" :options="pieces" option-label="text" option-value="id" aria-label="Which piece" />
        <Select
          v-if="places.length > 1"
          v-model="placement"
          :options="places"
          option-label="text"
          option-value="id"
          aria-label="Which art on it"
        />
      </PictureBar>
      <p v-if="said" role="status" class="said">{{ said }}</p>
      <p v-if="!target" class="problem">Nothing of this piece is drawn or measured, so there is no frame to lay over a picture.</p>
      <div v-if="picture?.width && lie && art" class="desk">
        <div class="left">
          <FrostStage
            :meter="meter"
            :picture="picture"
            :lie="lie"
            :art="art.art"
            :window="art.window"
            :boxes="boxes"
            @boxes="moved = $event"
          />
          <p class="muted">
            {{ picture.simulated ? 'A practice picture from the simulated camera, not your piece. ' : '' }}{{ byHand
              ? 'No art is drawn for this piece. Drag the frame round it, the box onto frost, and the dotted box onto clear glass.'
              : 'Drag a corner where the frame is off. It settles on the edges by itself.' }}
          </p>
        </div>
        <div class="right" aria-live="polite">
          <template v-if="reading && figures">
            <FrostContrast :figures="figures" />
            <HeatPiece
              v-if="reading.against"
              :art="art.art"
              :window="art.window"
              :heat="reading.against.heat"
              :spots="reading.against.spots"
            />
            <Button label="Keep this reading and its picture" :disabled="moving" @click="keep" />
          </template>
          <p v-else-if="busy" role="status">Measuring.</p>
        </div>
        <div v-if="reading && figures" class="below">
          <FrostFigures :figures="figures" />
          <p v-for="c in reading.cautions" :key="c" class="muted">{{ cautionWords(c) }}</p>
          <p v-if="art.cut > 1" class="muted">
            The art goes farther round than a camera sees, so only its middle is read.
          </p>
          <p v-if="!art.exact && !byHand" class="muted">
            The exact stencil can't be had any more, so a coarse outline stands in for it: the edges are less certain.
          </p>
        </div>
      </div>
      <section v-else-if="!busy" class="how" aria-label="How to take the picture">
        <h2>How to take it</h2>
        <ol>
          <li>The piece is dry and clean. Black card stands inside it, or lies behind it.</li>
          <li>Light comes from the side, from a window or a lamp, and none of it glares back into the camera.</li>
          <li>Hold the camera level with the art and straight in front of it. The art fills most of the picture, with a finger's width of
            clear glass round it.</li>
        </ol>
        <p class="muted">The picture is measured on this device. The place and time stored in it are dropped.</p>
      </section>
      <p v-else role="status">Looking for the art in the picture.</p>
      <section v-if="kept.length" aria-label="Readings so far">
        <h2>Earlier readings</h2>
        <ul class="kept">
          <li v-for="f in kept" :key="f.at">
            <span class="numeral">{{ f.contrast.toFixed(0) }} L*</span>
            <span>{{ houseTime.format(f.at, 'd MMM, HH:mm') }}, {{ studio.nameOf(f.by) }}</span>
            <a v-if="f.photo" :href="`/api/photos/${f.photo}`" target="_blank">the picture</a>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: minmax(0, 3fr) minmax(19rem, 2fr); gap: 1.6rem; align-items: start; }
.left { display: grid; gap: 0.5rem; }
.right { display: grid; gap: 0.9rem; align-content: start; }
.below { grid-column: 1 / -1; display: grid; gap: 0.5rem; }
.said { font-size: 1.15rem; margin-bottom: 0.8rem; }
.how { max-width: 46rem; }
.how ol { font-size: 1.15rem; display: grid; gap: 0.4rem; margin: 0.6rem 0 1rem; }
section { margin-top: 1.4rem; }
.kept { list-style: none; padding: 0; }
.kept li { display: flex; flex-wrap: wrap; gap: 0.2rem 1rem; align-items: baseline; padding: 0.4rem 0; }
.kept .numeral { font-size: 1.4rem; min-width: 5rem; }
@media (max-width: 60rem) { .desk { grid-template-columns: minmax(0, 1fr); } }
</style>

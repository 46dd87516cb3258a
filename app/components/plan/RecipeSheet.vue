<script setup lang="ts">
import { dwellRemarkWords } from '#core/plan/dwell'
import { placeWords } from '#core/piece/blank'
import { openOf, stencilsOf } from '#core/plan/recipe'
import type { FigureChange, Recipe, RecipeInput } from '#core/plan/recipe'
import { remarksSaid } from '#core/plan/remarks'
import type { PieceShape } from '#shared/runs'
import { etchantKind } from '#core/trade/materials'
import { describeSource } from '#core/basics/source'
import { whenCalled } from '#core/plan/steps'
import { capital, uncapital, countOf, formatArea, formatDuration, formatFraction } from '#core/basics/units'

/** What comes out of a plan: the piece as measured, verdict, window, every figure with its working, the steps. */
const props = defineProps<{
  recipe: Recipe
  input: RecipeInput
  lotId: string
  /** Why its stencils can't be masked together; nothing where they can. */
  clash?: string
  /** What the latest change moved. */
  moved?: FigureChange[]
  /** The piece with all that is on it. */
  shape: PieceShape
}>()
const units = useUnits()
const refusals = computed(() => [...remarksSaid(props.recipe.refusals), ...(props.clash ? [props.clash] : [])])
const warnings = computed(() => remarksSaid(props.recipe.warnings))
const across = computed(() => props.recipe.figures.find(f => f.id === 'diameter')?.value ?? props.input.girth)
const first = computed(() => props.input.placements[0]!.art)
/** What is open on one piece: a share where there is one stencil, an area where there are several. */
const open = computed(() => {
  const { placements } = props.input
  const stencils = stencilsOf(placements)
  if (stencils === 1) return `${formatFraction(first.value.openFraction)} of the art open`
  return `${stencils} stencils on each, ${formatArea(openOf(placements))} open`
})
const dimensions = computed(() => ({
  height: units.length(props.input.height),
  across: units.length(across.value),
  artWidth: units.length(first.value.width),
  artHeight: units.length(first.value.height),
}))
const behind = computed(() => props.input.surface === 'flat' && (props.input.face === 'back' || props.input.substrate === 'mirror-back'))
const blast = computed(() => etchantKind(props.input.lot.kind).method === 'blast')
const value = (v: number | null, unit: FigureChange['unit']) => (v === null ? 'none' : units.value(unit, v))
const VERDICT = { 'works': 'Works', 'with care': 'Works with care', 'poor': 'A poor choice', 'never': 'Never' } as const
</script>

<template>
  <div class="recipe">
    <div class="drawing dark-card">
      <PieceSilhouette :shape="shape" :dimensions="dimensions" :size="210" :behind="behind" />
      <p>{{ countOf(input.pieces, input.noun) }}, {{ open }}<template v-if="behind">,
        etched on the back and seen through the glass</template></p>
    </div>
    <p v-if="moved?.length" class="moved" role="status">
      Moved:
      <template v-for="(c, i) in moved.slice(0, 4)" :key="i">{{ i ? '; ' : ' ' }}{{ uncapital(c.label) }}
        <span class="numeral">{{ value(c.before, c.unit) }} → {{ value(c.after, c.unit) }}</span></template><template
        v-if="moved.length > 4"
      >; and {{ moved.length - 4 }} more</template>.
    </p>
    <p v-for="r in refusals" :key="r" class="problem" role="alert">{{ r }}</p>
    <section aria-label="Verdict" class="verdict">
      <h2>{{ VERDICT[recipe.judgement.verdict] }}</h2>
      <ul>
        <li v-for="r in recipe.judgement.rows" :key="r.id">
          {{ r.reason }} <span class="muted">({{ r.verdict }}; {{ describeSource(r.source) }})</span>
        </li>
      </ul>
      <p v-if="recipe.judgement.cares.length" class="cares">
        <strong>Asked for, as steps of their own:</strong> {{ recipe.judgement.cares.map(c => c.title).join('; ') }}.
      </p>
    </section>
    <p v-for="(p, i) in recipe.places" :key="i" class="place"><strong>{{ p.called ? `${capital(p.called)}:` : 'On this wall:' }}</strong>
      {{ placeWords(p.verdict) }}</p>
    <section v-if="recipe.dwell.window" aria-label="Dwell window">
      <h2>{{ blast ? 'Gun time, a piece' : 'Dwell' }}</h2>
      <DwellBar :decision="recipe.dwell" />
    </section>
    <p v-if="recipe.dwell.couponFirst" class="problem">
      {{ dwellRemarkWords(recipe.dwell.couponFirst) }} <NuxtLink :to="`/coupon/${lotId}`">Etch a coupon</NuxtLink>
    </p>
    <ul v-if="warnings.length" class="warnings">
      <li v-for="w in warnings" :key="w">{{ w }}</li>
    </ul>
    <section v-if="recipe.figures.length" aria-label="Figures">
      <h2>Amounts, sizes, time and cost</h2>
      <FigureRow v-for="f in recipe.figures" :key="f.id" :figure="f" />
    </section>
    <details v-if="recipe.plan" class="steps">
      <summary><h2>The steps, {{ recipe.plan.steps.length }} of them</h2></summary>
      <ol>
        <li v-for="s in recipe.plan.steps" :key="s.id">
          <strong>{{ s.title }}</strong> <span class="muted">{{ s.station }}, {{ formatDuration(s.seconds) }}
            hands-on{{ s.safety ? ', never skipped' : '' }}</span>
          <p>{{ s.reason }}</p>
          <ul v-if="s.how.length"><li v-for="move in s.how" :key="move">{{ move }}</li></ul>
          <p v-if="s.kind === 'clock' && recipe.plan.care.length">
            Called during the dwell: {{ recipe.plan.care.map(c => `${capital(c.short)} ${whenCalled(c)}`).join('; ') }}.
          </p>
          <p class="muted">Good: {{ s.good }}</p>
        </li>
      </ol>
    </details>
  </div>
</template>

<style scoped>
.recipe { display: grid; gap: 1.5rem; align-content: start; min-width: 0; }
.drawing {
  padding: 1.6rem 1rem 0.7rem;
  display: grid;
  justify-items: center;
  gap: 0.3rem;
}
h2 { margin-bottom: 0.6rem; }
.moved { border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.moved .numeral { white-space: nowrap; }
.verdict ul { font-size: 0.98rem; }
.cares { margin-top: 0.5rem; }
.warnings { list-style: none; padding: 0; display: grid; gap: 0.5rem; }
.warnings li { border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.steps summary h2 { display: inline; }
.steps > ol { display: grid; gap: 0.7rem; margin-top: 0.8rem; }
</style>

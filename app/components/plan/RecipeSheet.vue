<script setup lang="ts">
import type { Recipe, RecipeInput } from '#core/recipe'
import { formatDuration, formatFraction } from '#core/units'

/** What comes out of a plan: the piece as measured, the window, every figure with its working, the steps. */
const props = defineProps<{ recipe: Recipe, input: RecipeInput }>()
const units = useUnits()
const shape = computed(() => ({ height: props.input.height, girth: props.input.girth, artWidth: props.input.art.width, artHeight: props.input.art.height }))
const dimensions = computed(() => ({
  height: units.length(props.input.height), across: units.length(props.recipe.figures.diameter.value), artWidth: units.length(props.input.art.width), artHeight: units.length(props.input.art.height),
}))
const figures = computed(() => {
  const f = props.recipe.figures
  return [f.cream, f.cutWidth, f.cutHeight, f.bicarbonate, f.time, f.cost, f.diameter]
})
</script>

<template>
  <div class="recipe">
    <div class="drawing">
      <PieceSilhouette :shape="shape" :dimensions="dimensions" :size="230" />
      <p>{{ input.pieces }} × {{ input.noun }}, {{ formatFraction(input.art.openFraction) }} of the art open</p>
    </div>
    <p v-for="r in recipe.refusals" :key="r" class="problem" role="alert">{{ r }}</p>
    <section aria-label="Dwell window">
      <h2>Dwell</h2>
      <DwellBar :decision="recipe.dwell" />
    </section>
    <ul v-if="recipe.warnings.length" class="warnings">
      <li v-for="w in recipe.warnings" :key="w">{{ w }}</li>
    </ul>
    <section aria-label="Figures">
      <h2>Amounts, sizes, time and cost</h2>
      <FigureRow v-for="f in figures" :key="f.id" :figure="f" />
    </section>
    <details v-if="recipe.plan" class="steps">
      <summary><h2>The steps, {{ recipe.plan.steps.length }} of them</h2></summary>
      <ol>
        <li v-for="s in recipe.plan.steps" :key="s.id">
          <strong>{{ s.title }}</strong> <span class="muted">{{ s.station }}, {{ formatDuration(s.seconds) }} hands-on</span>
          <p>{{ s.reason }}</p>
          <p class="muted">Good: {{ s.good }}</p>
        </li>
      </ol>
    </details>
  </div>
</template>

<style scoped>
.recipe { display: grid; gap: 1.5rem; align-content: start; min-width: 0; }
.drawing { background: var(--card); color: var(--card-text); padding: 1.6rem 1rem 0.7rem; display: grid; justify-items: center; gap: 0.3rem; --glass: #8cc5b2; --frost: #f4fafa; --text: #dfe8e8; --muted: #a9b4b4; }
h2 { margin-bottom: 0.6rem; }
.warnings { list-style: none; padding: 0; display: grid; gap: 0.5rem; }
.warnings li { border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.steps summary h2 { display: inline; }
.steps ol { display: grid; gap: 0.7rem; margin-top: 0.8rem; }
</style>

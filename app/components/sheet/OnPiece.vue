<script setup lang="ts">
import { partLetter } from '#shared/sheet-parts'
import type { LaidPart, SheetFacts } from '#shared/sheet-parts'
import { partWarnings, passLine, spacingWords, stencilTitle } from '#shared/sheet-words'

/** Where the stencils of a part sit on its piece, what is wrong there, and the passes they fall into. */
const props = defineProps<{ laid: LaidPart, index: number, /** How many parts the sheet has. */ of: number, facts: SheetFacts }>()
const units = useUnits()
const letter = computed(() => partLetter(props.index, props.of))
const ground = computed(() => props.laid.ground)
const warnings = computed(() => partWarnings(props.laid, props.facts, units.length))
const spacing = computed(() => spacingWords(props.laid, props.facts, units.length))
const passes = computed(() => props.laid.plan.passes)
const outline = (i: number) => {
  const figures = useStudioStore().artwork(props.laid.placed[i]!.artworkId)?.figures
  return figures && { d: figures.outline, width: figures.width, height: figures.height }
}
const label = (i: number) =>
  passes.value.length > 1
    ? `pass ${passes.value.findIndex(p => p.placements.includes(i)) + 1}`
    : stencilTitle(props.laid, i, props.facts)
</script>

<template>
  <section :aria-label="of > 1 ? `On the piece, ${letter}` : 'On the piece'">
    <h2 v-if="of > 1">{{ letter }}: {{ laid.ours[0]?.customer ?? laid.noun }}</h2>
    <PaneSheet v-if="ground.pane" :pane="ground.pane" :placed="laid.placed" :outline="outline" :label="label" />
    <UnrolledWall
      v-else-if="ground.wall"
      :wall="ground.wall"
      :bands="ground.bands"
      :placed="laid.placed"
      :outline="outline"
      :label="label"
    />
    <p v-for="t in spacing" :key="t" class="muted">{{ t }}</p>
    <ul v-if="warnings.length" class="warnings"><li v-for="w in warnings" :key="w">{{ w }}</li></ul>
  </section>
  <section v-if="laid.placed.length > 1 && (ground.wall || ground.pane)" :aria-label="of > 1 ? `Passes, ${letter}` : 'Passes'">
    <h2>{{ passes.length === 1 ? 'One pass' : `${passes.length} passes` }}</h2>
    <ol>
      <li v-for="(p, k) in passes" :key="k">{{ passLine(laid, p, k === passes.length - 1, facts) }}</li>
    </ol>
    <p class="muted">
      {{ passes.length === 1 ? 'No border touches another.'
        : `Borders that touch or overlap are etched one after the other.${laid.plan.proved ? ' Fewer passes are not possible.' : ''}` }}
    </p>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.7rem; }
h2 { font-size: 1.5rem; }
.warnings { list-style: none; padding: 0; display: grid; gap: 0.3rem; }
.warnings li { border-left: 4px double var(--frost); padding-left: 0.7rem; font-weight: 600; }
</style>

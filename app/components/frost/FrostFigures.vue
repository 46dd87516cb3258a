<script setup lang="ts">
import { frostWord } from '#core/bench/frost'
import type { FrostFigure } from '#core/bench/frost'
import type { FrostFigures } from '#core/bench/run'

/** What one picture says of evenness and edges, each figure with its unit and in a word. */
const props = defineProps<{ figures: FrostFigures }>()
const studio = useStudioStore()
const word = (f: FrostFigure) => frostWord(f, props.figures, studio.rules.whiteFrost)
const mm = (v: number | null) => v === null ? null : `${v <= -0.005 ? '−' : ''}${Math.abs(v).toFixed(2)} mm`
const light = (v: number | null) => v === null ? null : `${v.toFixed(1)} L*`
const rows = computed(() => {
  const f = props.figures
  const row = (key: FrostFigure, name: string, value: string | null, about: string) =>
    value === null ? [] : [{ key, name, value, word: word(key), about }]
  return [
    ...row('mottle', 'Clouds', light(f.mottle), 'How much squares of 1.27 mm differ from each other (mottle).'),
    ...row('graininess', 'Grain', light(f.graininess), 'How much each square varies within itself (graininess).'),
    ...row('offset', 'Edges lie', mm(f.offset), 'Above zero they lie outside the art: creep.'),
    ...row('raggedness', 'Ragged by', mm(f.raggedness), 'How far edges stray from a smooth line.'),
    ...row('blur', 'Edges fade over', mm(f.blur), 'From a tenth to nine tenths, the camera\'s own blur included.'),
  ]
})
</script>

<template>
  <dl>
    <div v-for="r in rows" :key="r.key">
      <dt>{{ r.name }}</dt>
      <dd><span class="numeral">{{ r.value }}</span> <strong>{{ r.word }}</strong><span class="about">{{ r.about }}</span></dd>
    </div>
  </dl>
</template>

<style scoped>
dl { margin: 0; display: grid; grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr)); gap: 0.8rem 1.5rem; }
div { border-top: 1px solid var(--line); padding-top: 0.5rem; }
dt { color: var(--muted); }
dd { margin: 0; }
dd .numeral { font-size: 1.7rem; }
.about { display: block; color: var(--muted); font-size: 0.92rem; }
</style>

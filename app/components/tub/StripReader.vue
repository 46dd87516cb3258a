<script setup lang="ts">
import Button from 'primevue/button'
import { readStrip, STRIP_CHART, stripColour, stripWord } from '#core/plan/tub'
import type { ReadWay } from '#core/bench/tub'

/** A strip held beside its chart: the field that it looks like is pressed. Or the number of a meter, or the practice strip. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ read: [pH: number, how: ReadWay], practise: [] }>()
const meter = ref('')
const problem = ref('')
/** A colour that the practice strip showed, before it is taken for a reading. */
const shown = defineModel<[number, number, number] | null>('shown', { required: true })
const seen = computed(() => (shown.value ? readStrip(shown.value) : null))
const css = (rgb: readonly number[]) => `rgb(${rgb.join(',')})`
/** Dark letters on light fields and the other way round. */
const ink = (rgb: readonly number[]) => ((rgb[0]! * 3 + rgb[1]! * 6 + rgb[2]!) / 10 > 120 ? '#16191a' : '#ffffff')

function enterMeter() {
  const pH = Number(meter.value.trim().replace(',', '.'))
  const fine = meter.value.trim() !== '' && Number.isFinite(pH) && pH >= 0 && pH <= 14
  problem.value = fine ? '' : 'A pH lies between 0 and 14. Read it again.'
  if (!fine) return
  emit('read', pH, 'meter')
  meter.value = ''
}
</script>

<template>
  <div class="strip">
    <p>Dip a strip, wait as long as its box says, hold it beside the chart, and tap the colour it matches.</p>
    <div class="chart" role="group" aria-label="Colour of the strip">
      <button
        v-for="f in STRIP_CHART"
        :key="f.pH"
        type="button"
        :style="{ background: css(f.rgb), color: ink(f.rgb) }"
        :aria-label="`pH ${f.pH}, ${f.word}`"
        :disabled="busy"
        @click="emit('read', f.pH, 'strip')"
      >{{ f.pH }}</button>
    </div>
    <div class="more">
      <TextField v-model="meter" label="Or the number of a meter" :error="problem" />
      <Button severity="secondary" label="Enter it" :disabled="busy" @click="enterMeter" />
      <Button severity="secondary" label="Dip the practice strip" :disabled="busy" @click="emit('practise')" />
    </div>
    <div v-if="shown && seen !== null" class="practice" role="status">
      <span class="pad" :style="{ background: css(shown) }" />
      <p>
        The practice strip is {{ stripWord(seen) }}, about pH {{ seen.toFixed(1) }}. It is a stand-in: it says nothing about real water.
        <span class="pads" aria-hidden="true">
          <i :style="{ background: css(stripColour(Math.floor(seen))) }" /><i :style="{ background: css(stripColour(Math.ceil(seen))) }" />
        </span>
      </p>
      <Button severity="secondary" label="Take it as the reading" :disabled="busy" @click="emit('read', seen, 'practice')" />
    </div>
  </div>
</template>

<style scoped>
.strip { display: grid; gap: 0.8rem; }
.chart { display: grid; grid-template-columns: repeat(15, minmax(0, 1fr)); border: 1px solid var(--line); }
.chart button { border: 0; min-height: 56px; min-width: 24px; font: 700 1rem var(--body); cursor: pointer; touch-action: manipulation; }
.more { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: end; }
.practice { display: flex; flex-wrap: wrap; gap: 1rem; align-items: center; border-left: 4px solid var(--glass); padding-left: 0.8rem; }
.practice p { flex: 1 1 18rem; }
.pad { width: 2.2rem; height: 3.4rem; border: 2px solid #f2efe6; }
.pads { display: inline-flex; gap: 2px; vertical-align: middle; }
.pads i { width: 1.1rem; height: 1.1rem; }
@media (max-width: 40rem) { .chart { grid-template-columns: repeat(8, minmax(0, 1fr)); } }
</style>

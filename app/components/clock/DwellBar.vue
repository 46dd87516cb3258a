<script setup lang="ts">
import type { DwellDecision } from '#core/dwell'
import { describeSource } from '#core/source'
import { formatDuration } from '#core/units'

/** The dwell window as a bar, and the reason for each bound. */
const props = defineProps<{ decision: DwellDecision }>()

const NAMES = { notBefore: 'Not before', best: 'Best', notAfter: 'Not after' } as const
const window = computed(() => props.decision.window)
const span = computed(() => (window.value ? window.value.notAfter * 1.12 : 1))
const at = (s: number) => `${100 * s / span.value}%`
const bounds = computed(() => (Object.keys(NAMES) as (keyof typeof NAMES)[]).map(bound => ({
  bound, name: NAMES[bound], at: window.value?.[bound] ?? 0, reasons: props.decision.reasons.filter(r => r.bound === bound),
})))
</script>

<template>
  <div v-if="window" class="dwell">
    <div class="bar" aria-hidden="true">
      <span class="early" :style="{ width: at(window.notBefore) }" />
      <span class="open" :style="{ left: at(window.notBefore), width: at(window.notAfter - window.notBefore) }" />
      <span class="best" :style="{ left: at(window.best) }" />
    </div>
    <dl>
      <div v-for="b in bounds" :key="b.bound">
        <dt>{{ b.name }}</dt>
        <dd>
          <span class="numeral">{{ formatDuration(b.at) }}</span>
          <p v-for="r in b.reasons" :key="r.text" :class="{ loose: !r.binds }">{{ r.text }} <span class="muted">({{ describeSource(r.source) }}{{ r.binds ? '' : ', looser' }})</span></p>
        </dd>
      </div>
    </dl>
  </div>
</template>

<style scoped>
.bar { position: relative; height: 26px; background: var(--sunk); border: 1px solid var(--control-line); margin-bottom: 0.8rem; }
.bar span { position: absolute; top: 0; bottom: 0; }
.early { left: 0; background: repeating-linear-gradient(-45deg, transparent 0 6px, var(--line) 6px 8px); }
.open { background: color-mix(in srgb, var(--frost) 70%, transparent); }
.best { width: 5px; margin-left: -2px; background: var(--glass); outline: 2px solid var(--ground); top: -6px !important; bottom: -6px !important; }
dl { margin: 0; display: grid; grid-template-columns: repeat(3, 1fr); gap: 0.5rem 1.3rem; }
dt { color: var(--muted); font-size: 0.92rem; }
dd { margin: 0; font-size: 0.94rem; }
dd .numeral { font-size: 1.9rem; line-height: 1.1; display: block; }
.loose { opacity: 0.85; font-style: italic; }
@media (max-width: 40rem) { dl { grid-template-columns: 1fr; } }
</style>

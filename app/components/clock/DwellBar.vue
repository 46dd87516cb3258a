<script setup lang="ts">
import { dwellWords } from '#core/plan/dwell'
import type { DwellDecision, DwellReason } from '#core/plan/dwell'
import { describeSource } from '#core/basics/source'
import { formatDuration } from '#core/basics/units'

/** The window as a bar, what pulls on the best time below it, and the reason for each bound. */
const props = defineProps<{ decision: DwellDecision }>()

const NAMES = { notBefore: 'Not before', best: 'Best', notAfter: 'Not after', noHarm: 'No harm known up to' } as const
const window = computed(() => props.decision.window)
const of = (bound: DwellReason['bound']) => props.decision.reasons.filter(r => r.bound === bound)
/** Late but harmless up to here, drawn as far as two and a half windows. */
const harmless = computed(() =>
  window.value ? Math.min(window.value.noHarm ?? window.value.notAfter, window.value.notAfter * 2.5) : 0,
)
/** Looser limits lie outside the window and are drawn too, as far as half beyond its end. */
const span = computed(() =>
  window.value
    ? Math.max(
      harmless.value,
      Math.min(window.value.notAfter * 1.5, Math.max(window.value.notAfter, ...of('notAfter').map(r => r.at))),
    ) * 1.08
    : 1,
)
const at = (s: number) => `${Math.min(100, (100 * s) / span.value)}%`
/** Place of a bar between two times, never too narrow to be seen. */
const barOf = (from: number, to: number) => ({ left: at(from), width: `max(3px, calc(${at(to)} - ${at(from)}))` })
const pulls = computed(() => of('best').map((r, i, all) => ({ ...r, from: i === 0 ? 0 : all[i - 1]!.at })))
/** Of the fourth bound only what sets it is told: the looser ones stand at the bound before it. */
const said = (bound: DwellReason['bound']) => of(bound).filter(r => bound !== 'noHarm' || r.binds)
const signed = (s: number) => `${s > 0 ? '+' : '−'}${formatDuration(Math.abs(s))}`
</script>

<template>
  <div v-if="window" class="dwell">
    <div class="bar" aria-hidden="true">
      <span class="early" :style="{ width: at(window.notBefore) }" />
      <span class="open" :style="{ left: at(window.notBefore), width: `calc(${at(window.notAfter)} - ${at(window.notBefore)})` }" />
      <span class="late" :style="{ left: at(window.notAfter), width: `calc(${at(harmless)} - ${at(window.notAfter)})` }" />
      <span v-for="r in of('notAfter').filter(x => !x.binds)" :key="r.why.code" class="looser" :style="{ left: at(r.at) }" />
      <span class="best" :style="{ left: at(window.best) }" />
    </div>
    <ol v-if="pulls.length > 1" class="pulls" aria-label="What pulls on the best time">
      <li v-for="p in pulls" :key="p.why.code">
        <span class="track" aria-hidden="true">
          <span :class="p.pull < 0 ? 'back' : 'on'" :style="barOf(Math.min(p.from, p.at), Math.max(p.from, p.at))" />
        </span>
        <span class="numeral">{{ p.pull === 0 ? formatDuration(p.at) : signed(p.pull) }}</span>
        <span class="text">{{ dwellWords(p.why) }} <span class="muted">({{ describeSource(p.source) }})</span></span>
      </li>
    </ol>
    <dl>
      <div v-for="(name, bound) in NAMES" v-show="bound !== 'noHarm' || window.noHarm !== undefined" :key="bound">
        <dt>{{ name }}</dt>
        <dd>
          <span class="numeral">{{ formatDuration(Math.round(window[bound] ?? window.notAfter)) }}</span>
          <template v-if="bound !== 'best' || pulls.length === 1">
            <p v-for="r in said(bound)" :key="r.why.code" :class="{ loose: !r.binds }">
              {{ dwellWords(r.why) }} <span class="muted">({{ describeSource(r.source) }}{{ r.binds ? ''
                : `, looser: ${formatDuration(r.at)}` }})</span>
            </p>
          </template>
          <p v-else class="muted">As the pulls above add up.</p>
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
.late { background: repeating-linear-gradient(90deg, color-mix(in srgb, var(--frost) 45%, transparent) 0 4px, transparent 4px 9px); }
.looser { width: 0; border-left: 2px dotted var(--muted); }
.best {
  width: 5px;
  margin-left: -2px;
  background: var(--glass);
  outline: 2px solid var(--ground);
  top: -6px !important;
  bottom: -6px !important;
}
.pulls { list-style: none; padding: 0; margin: 0 0 0.9rem; display: grid; gap: 0.3rem; font-size: 0.94rem; }
.pulls li { display: grid; grid-template-columns: 1fr 5.5rem; gap: 0 0.8rem; align-items: baseline; }
.track { position: relative; height: 12px; grid-column: 1; border-bottom: 1px solid var(--line); }
.track span { position: absolute; top: 2px; bottom: 0; }
.on { background: var(--glass); }
.back { background: repeating-linear-gradient(90deg, var(--glass) 0 4px, transparent 4px 7px); }
.pulls .numeral { font-size: 1.2rem; text-align: right; }
.text { grid-column: 1 / -1; }
dl { margin: 0; display: grid; grid-template-columns: repeat(2, 1fr); gap: 0.9rem 1.6rem; }
dt { color: var(--muted); font-size: 0.92rem; }
dd { margin: 0; font-size: 0.94rem; }
dd .numeral { font-size: 1.9rem; line-height: 1.1; display: block; }
.loose { opacity: 0.85; font-style: italic; }
@media (max-width: 40rem) { dl { grid-template-columns: 1fr; } }
</style>

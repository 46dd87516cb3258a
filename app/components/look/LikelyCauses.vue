<script setup lang="ts">
import {
  causesOf,
  causeWords,
  evidenceWords,
  nextTime,
  NO_SECOND_COAT,
  remediesOf,
  remedyReason,
  remedyWords,
  temptsToCoat,
} from '#core/bench/look'
import type { LookFacts } from '#core/bench/look'
import { faultText } from '#core/bench/run'
import type { FaultId, Remedy } from '#core/bench/run'
import { capital } from '#core/basics/units'

/** Why one fault is there, as far as this run knows; what to do with the piece now; and what to change next time. */
const props = defineProps<{ fault: FaultId, facts: LookFacts, remedy: Remedy | null }>()
const emit = defineEmits<{ remedy: [remedy: Remedy] }>()
const studio = useStudioStore()
const unit = useLengthUnit()
const causes = computed(() => causesOf(props.fault, props.facts, studio.rules))
const proved = computed(() => causes.value.filter(c => c.evidence.length > 0))
const usual = computed(() => causes.value.filter(c => c.evidence.length === 0))
const name = computed(() => faultText(props.fault))
const shown = ref(false)
</script>

<template>
  <section class="why" :aria-label="`Why: ${name}`">
    <h3>{{ capital(name) }}: why</h3>
    <ol v-if="proved.length">
      <li v-for="c in proved" :key="c.id">
        <strong>{{ causeWords(c.id) }}.</strong> {{ c.evidence.map(e => evidenceWords(e, unit)).join(' ') }}
        <span class="next">Next time: {{ nextTime(c.id) }}</span>
      </li>
    </ol>
    <p v-else class="muted">Nothing in this run points to one cause. The usual ones:</p>
    <button v-if="proved.length && usual.length && !shown" type="button" class="also" @click="shown = true">Other usual causes</button>
    <ul v-if="usual.length && (shown || proved.length === 0)">
      <li v-for="c in usual" :key="c.id">
        {{ causeWords(c.id) }}. <span class="next">Next time: {{ nextTime(c.id) }}</span>
      </li>
    </ul>
    <p v-if="temptsToCoat(fault, facts.method)" class="never">{{ NO_SECOND_COAT }}</p>
    <div class="now" role="group" :aria-label="`What to do about it: ${name}`">
      <button v-for="r in remediesOf(fault)" :key="r" type="button" :aria-pressed="remedy === r" @click="emit('remedy', r)">
        <strong>{{ remedyWords(r) }}</strong>
        <span>{{ remedyReason(r, fault) }}</span>
      </button>
    </div>
  </section>
</template>

<style scoped>
.why { display: grid; gap: 0.5rem; align-content: start; }
h3 { font-size: 1.35rem; }
ol, ul { margin: 0; padding-left: 1.2rem; display: grid; gap: 0.35rem; }
.next { color: var(--muted); }
.also {
  justify-self: start;
  min-height: 40px;
  background: none;
  border: 0;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.never { border-left: 4px solid var(--alarm); padding-left: 0.7rem; }
.now { display: grid; grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr)); gap: 0.5rem; }
.now button {
  text-align: left;
  display: grid;
  gap: 0.15rem;
  align-content: start;
  padding: 0.6rem 0.8rem;
  min-height: 56px;
  background: none;
  color: var(--text);
  border: 2px solid var(--control-line);
  border-radius: 2px;
  font: inherit;
  cursor: pointer;
}
.now button span { font-size: 0.95rem; }
.now button[aria-pressed='true'] { border-color: var(--frost); background: var(--frost); color: var(--on-frost); }
</style>

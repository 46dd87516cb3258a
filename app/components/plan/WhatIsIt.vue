<script setup lang="ts">
import Button from 'primevue/button'
import { identify, TESTS } from '#core/trade/identify'
import { substrateKind } from '#core/trade/materials'
import type { SubstrateId } from '#core/trade/materials'
import { capital, formatFraction } from '#core/basics/units'

/** A short guided check of an unknown piece: the test that tells most is asked next. */
const emit = defineEmits<{ close: [], found: [substrate: SubstrateId] }>()
const findings = ref<Record<string, string>>({})
const result = computed(() => identify(findings.value))
const asked = computed(() => Object.keys(findings.value).map(id => TESTS.find(t => t.id === id)!))
const top = computed(() => result.value.likely.filter(l => l.share >= 0.03).slice(0, 4))
const verdict = computed(() => {
  const best = result.value.likely[0]!
  const name = substrateKind(best.id).name
  if (result.value.sure === 'certain enough') return `${capital(name)}, certain enough to plan with.`
  if (result.value.asTempered) return `Likely ${name}, but not told apart from tempered glass. Without the test, plan it as tempered.`
  return result.value.sure === 'likely' ? `Likely ${name}. Try it on a hidden spot first.` : 'Still open.'
})
function answer(test: string, finding: string) {
  findings.value = { ...findings.value, [test]: finding }
}
function forget(test: string) {
  findings.value = Object.fromEntries(Object.entries(findings.value).filter(([id]) => id !== test))
}
function take(id: SubstrateId) {
  emit('found', id)
  emit('close')
}
</script>

<template>
  <Sheet title="What is it?" wide @close="emit('close')">
    <div class="check">
      <section aria-label="Next test">
        <template v-if="result.next">
          <h2>{{ result.next.ask }}</h2>
          <p class="muted">{{ result.next.how }}</p>
          <button
            v-for="f in result.next.findings"
            :key="f.id"
            type="button"
            class="finding"
            @click="answer(result.next.id, f.id)"
          >{{ f.text }}</button>
        </template>
        <h2 v-else>No other test would tell much.</h2>
        <ul v-if="asked.length" class="asked" aria-label="Found so far">
          <li v-for="t in asked" :key="t.id">
            <span>{{ t.ask }} <strong>{{ t.findings.find(f => f.id === findings[t.id])?.text }}</strong></span>
            <Button severity="secondary" label="Undo" :aria-label="`Undo: ${t.ask}`" @click="forget(t.id)" />
          </li>
        </ul>
      </section>
      <section aria-label="Likely">
        <p class="verdict" role="status">{{ verdict }}</p>
        <ol>
          <li v-for="l in top" :key="l.id">
            <span class="share" aria-hidden="true"><span :style="{ width: `${100 * l.share}%` }" /></span>
            <span class="name">{{ capital(substrateKind(l.id).name) }}</span> <span class="numeral">{{ formatFraction(l.share) }}</span>
            <Button
              v-if="l.id === 'soda-lime' && result.asTempered"
              severity="secondary"
              label="Take it as tempered"
              @click="take('tempered')"
            />
            <Button v-else severity="secondary" label="Take this" :aria-label="`Take ${substrateKind(l.id).name}`" @click="take(l.id)" />
          </li>
        </ol>
        <p class="muted">When in doubt, try it on a hidden spot, or turn the job down: an etch cannot be undone.</p>
      </section>
    </div>
  </Sheet>
</template>

<style scoped>
.check { display: grid; grid-template-columns: 1fr 1fr; gap: 2rem; min-height: 20rem; }
.finding {
  display: block;
  width: 100%;
  min-height: 52px;
  margin-top: 0.5rem;
  padding: 0.4rem 0.8rem;
  text-align: left;
  font: 600 1.1rem/1.2 var(--body);
  color: var(--text);
  background: var(--sunk);
  border: 1px solid var(--control-line);
  border-radius: 2px;
  cursor: pointer;
}
.finding:hover { border-color: var(--text); }
.asked { list-style: none; padding: 0; margin-top: 1.2rem; font-size: 0.94rem; }
.asked li {
  display: flex;
  justify-content: space-between;
  gap: 1rem;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding: 0.2rem 0;
}
.verdict { font: 640 1.5rem/1.15 var(--display); margin-bottom: 0.7rem; }
ol { list-style: none; padding: 0; display: grid; gap: 0.5rem; margin-bottom: 1rem; }
ol li { display: grid; grid-template-columns: 1fr auto auto; gap: 0.1rem 0.8rem; align-items: center; }
.share { grid-column: 1 / -1; height: 8px; background: var(--sunk); border-bottom: 1px solid var(--line); }
.share span { display: block; height: 100%; background: var(--glass); }
.numeral { font-size: 1.3rem; }
@media (max-width: 44rem) { .check { grid-template-columns: 1fr; gap: 1rem; } }
</style>

<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { writeRule } from '#core/trade/house'
import type { RuleSpec } from '#core/trade/house'
import { describeSource } from '#core/basics/source'

/** One house rule: its value, why it starts where it starts, and the way back there. */
const props = defineProps<{ spec: RuleSpec, error?: string, locked: boolean }>()
const text = defineModel<string>({ required: true })
const id = useId()
const start = computed(() => writeRule(props.spec, props.spec.default))
const startWords = computed(() => props.spec.options?.find(o => o.id === props.spec.default)?.text ?? start.value)
// A studio is where it is: no zone is the one to go back to.
const changed = computed(() => props.spec.kind !== 'zone' && text.value.trim() !== start.value)
const why = computed(() => props.spec.options?.find(o => o.id === text.value)?.why)
</script>

<template>
  <div class="rule" :class="{ changed }">
    <label :id="`${id}-label`" :for="spec.options || spec.kind === 'zone' ? undefined : id">{{ spec.label }}</label>
    <div class="value">
      <ChoiceField v-if="spec.options" v-model="text" class="bare" :label="spec.label" :options="[...spec.options]" :hint="why" />
      <ZoneField
        v-else-if="spec.kind === 'zone'"
        v-model="text"
        :input-id="id"
        :labelled="`${id}-label`"
        :described="`${id}-why`"
        :invalid="Boolean(error)"
        :disabled="locked"
      />
      <InputText
        v-else
        :id="id"
        v-model="text"
        autocomplete="off"
        :invalid="Boolean(error)"
        :aria-invalid="Boolean(error) || undefined"
        :aria-describedby="`${id}-why`"
      />
      <p v-if="error" class="problem">{{ error }}</p>
    </div>
    <p :id="`${id}-why`" class="why">{{ spec.reason }} <span class="muted">({{ describeSource(spec.source) }})</span></p>
    <button
      v-if="changed && !locked"
      type="button"
      class="reset"
      :aria-label="`Reset ${spec.label} to ${startWords}`"
      @click="text = start"
    >Back to {{ startWords }}</button>
  </div>
</template>

<style scoped>
.rule {
  display: grid;
  grid-template-columns: 15rem minmax(14rem, 24rem) 1fr 11rem;
  gap: 0.2rem 1.2rem;
  align-items: start;
  padding: 0.55rem 0;
  border-bottom: 1px solid var(--line);
}
label { font-weight: 600; padding-top: 0.6rem; }
.changed label::before { content: '● '; color: var(--glass); }
.why { font-size: 0.95rem; padding-top: 0.6rem; }
.value :deep(.p-inputtext) { width: 11rem; min-height: 46px; }
.bare :deep(> label) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
.reset {
  min-height: 44px;
  background: none;
  border: 1px solid var(--control-line);
  border-radius: 2px;
  color: var(--text);
  font: inherit;
  padding: 0.2rem 0.6rem;
  cursor: pointer;
}
.reset:hover { border-color: var(--text); }
@media (max-width: 70rem) {
  .rule { grid-template-columns: 1fr 1fr;
  } .why { grid-column: 1 / -1;
  padding-top: 0;
  } .reset { justify-self: start;
  };
}
@media (max-width: 40rem) { .rule { grid-template-columns: minmax(0, 1fr); } label { padding-top: 0; } }
</style>

<script setup lang="ts">
import RadioButton from 'primevue/radiobutton'

/** A question with its answers as lines; arrow keys go up and down. */
defineProps<{ label: string, hint?: string, options: readonly { id: string, text: string, why?: string }[], error?: string }>()
const model = defineModel<string>({ required: true })
const name = useId()
</script>

<template>
  <div
    class="lines"
    role="radiogroup"
    :aria-labelledby="`${name}-label`"
    :aria-describedby="error ? `${name}-error` : hint ? `${name}-hint` : undefined"
  >
    <p :id="`${name}-label`" class="question">{{ label }}</p>
    <p v-if="error" :id="`${name}-error`" class="problem">{{ error }}</p>
    <p v-else-if="hint" :id="`${name}-hint`" class="muted hint">{{ hint }}</p>
    <label v-for="o in options" :key="o.id" :class="{ chosen: model === o.id }">
      <RadioButton v-model="model" :name="name" :value="o.id" />
      <span>{{ o.text }}<small v-if="o.why" class="muted">{{ o.why }}</small></span>
    </label>
  </div>
</template>

<style scoped>
.lines { display: grid; align-content: start; min-width: 0; }
.question { font-weight: 600; }
.hint { font-size: 0.92rem; }
label {
  display: grid;
  grid-template-columns: 1.6rem 1fr;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
}
label:last-child { border-bottom: 0; }
.chosen span { font-weight: 650; }
small { font-size: 0.9rem; font-weight: 400; margin-left: 0.5rem; }
</style>

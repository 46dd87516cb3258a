<script setup lang="ts">
const props = defineProps<{
  label: string
  hint?: string
  /** What Crest read, so that a wrong unit is seen at once. */
  reads?: string | null
  error?: string
}>()
const id = useId()
const described = computed(
  () => [props.hint && `${id}-hint`, props.reads && `${id}-reads`, props.error && `${id}-error`].filter(Boolean).join(' ') || undefined,
)
</script>

<template>
  <div class="field">
    <label :id="`${id}-label`" :for="id">{{ label }}</label>
    <slot :id="id" :described="described" :invalid="Boolean(error)" :labelled="`${id}-label`" />
    <p v-if="error" :id="`${id}-error`" class="problem">{{ error }}</p>
    <p v-else-if="reads" :id="`${id}-reads`" class="muted note">{{ reads }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="muted note">{{ hint }}</p>
  </div>
</template>

<style scoped>
.field { display: grid; gap: 0.25rem; align-content: start; min-width: 0; }
label { font-weight: 600; }
.note, .problem { font-size: 0.92rem; }
.field :deep(.p-inputtext), .field :deep(.p-select), .field :deep(.p-textarea) { width: 100%; min-width: 0; min-height: 46px; }
</style>

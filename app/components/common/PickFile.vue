<script setup lang="ts">
/**
 * A button that asks for one file. The interface library's own can't be pressed with the space bar, and turns files away by their
 * ending in words of its own; here whoever asks looks at the file and says what is wrong with it.
 */
defineProps<{
  label: string
  accept: string
  disabled?: boolean
  /** The one thing to do here. */
  strong?: boolean
  /** As a link within text. */
  plain?: boolean
  /** On a phone or tablet, its camera. */
  camera?: boolean
}>()
const emit = defineEmits<{ pick: [file: File] }>()
function picked(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  // The same one can be picked again after it was mended.
  input.value = ''
  if (file) emit('pick', file)
}
</script>

<template>
  <label :class="plain ? 'as-link' : ['button', { strong }]">{{ label }}<input
    class="visually-hidden"
    type="file"
    :accept="accept"
    :capture="camera ? 'environment' : undefined"
    :disabled="disabled"
    @change="picked"
  ></label>
</template>

<style scoped>
label { cursor: pointer; justify-self: start; }
.button { white-space: normal; }
label:focus-within { outline: 3px solid var(--glass); outline-offset: 2px; }
</style>

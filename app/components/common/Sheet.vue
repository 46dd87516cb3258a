<script setup lang="ts">
import Dialog from 'primevue/dialog'

defineProps<{ title: string, wide?: boolean }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    :visible="true"
    modal
    dismissable-mask
    :header="title"
    :draggable="false"
    :style="{ width: wide ? 'min(64rem, 96vw)' : 'min(34rem, 96vw)' }"
    :pt="{ content: { tabindex: '0' }, title: { style: 'font: 640 1.75rem/1.1 var(--display)' } }"
    @update:visible="emit('close')"
  >
    <slot />
  </Dialog>
</template>

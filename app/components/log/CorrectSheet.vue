<script setup lang="ts">
/** Something of a closed run that is put right: what it is now, why, and that what was there before stays. */
defineProps<{ title: string, /** What follows from it. */ after: string, busy: boolean }>()
const emit = defineEmits<{ save: [], close: [] }>()
</script>

<template>
  <Sheet :title="title" @close="emit('close')">
    <form novalidate @submit.prevent="emit('save')">
      <slot />
      <p class="muted">{{ after }}</p>
      <SaveBar label="Put it right" leave="Leave it" :busy="busy" @leave="emit('close')" />
    </form>
  </Sheet>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
</style>

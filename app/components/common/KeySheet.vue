<script setup lang="ts">
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Sheet title="Keys" @close="emit('close')">
    <dl>
      <template v-for="k in KEYS" :key="k.key">
        <dt><kbd>{{ k.key }}</kbd></dt>
        <dd>{{ k.text }}</dd>
      </template>
    </dl>
  </Sheet>
</template>

<style scoped>
dl { display: grid; grid-template-columns: auto 1fr; gap: 0.5rem 1.2rem; margin: 0; }
dd { margin: 0; }
kbd { font: 650 1.1rem/1 var(--display); border: 1px solid var(--control-line); border-radius: 2px; padding: 0.15rem 0.5rem; }
</style>

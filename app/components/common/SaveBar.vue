<script setup lang="ts">
import Button from 'primevue/button'

/** The foot of a form: what is wrong with all of it, the button that sends it, and the way out. */
withDefaults(defineProps<{ label: string, leave?: string, busy: boolean, problem?: string }>(), { leave: 'Cancel', problem: '' })
const emit = defineEmits<{ leave: [] }>()
</script>

<template>
  <div class="foot">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="do">
      <slot><Button type="submit" :label="label" :disabled="busy" /></slot>
      <Button type="button" severity="secondary" :label="leave" @click="emit('leave')" />
    </div>
  </div>
</template>

<style scoped>
.foot { display: grid; gap: 1rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
</style>

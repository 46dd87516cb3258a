<script setup lang="ts">
import Button from 'primevue/button'

/** Where a picture comes from: this device, or the studio's camera; and a way to stop the measuring. */
defineProps<{
  /** There is nothing yet that a picture could be held against. */
  notYet: boolean
  /** A reading is there already. */
  read: boolean
  /** The camera is at it. */
  taking: boolean
  busy: boolean
  share: number
}>()
const emit = defineEmits<{ picked: [event: Event], camera: [], stop: [] }>()
</script>

<template>
  <div class="choose">
    <slot />
    <label class="button" :class="{ strong: !read }">Take or choose a picture<input
      class="visually-hidden"
      type="file"
      accept="image/*"
      :disabled="notYet"
      @change="emit('picked', $event)"
    ></label>
    <Button
      severity="secondary"
      :label="taking ? 'The camera is taking it' : 'With the studio\'s camera'"
      :disabled="notYet || taking || busy"
      @click="emit('camera')"
    />
    <Button v-if="busy" severity="secondary" :label="`Stop measuring (${Math.round(share * 100)} %)`" @click="emit('stop')" />
  </div>
</template>

<style scoped>
.choose { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: center; }
.choose label { min-height: 48px; cursor: pointer; display: inline-flex; align-items: center; }
.choose label:focus-within { outline: 3px solid var(--glass); outline-offset: 2px; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import type { BlankForm } from '#shared/blanks'

/** Sizes of a flat pane, and its holes from the left lower corner. */
const pane = defineModel<BlankForm['pane']>({ required: true })
const props = defineProps<{ errors: Record<string, string | undefined> }>()
const emit = defineEmits<{ left: [field: string] }>()
const reads = useReadings()
const error = (field: string) => props.errors[`pane.${field}`]
</script>

<template>
  <div class="sizes">
    <TextField
      v-model="pane.width"
      label="Width"
      :reads="reads.length(pane.width)"
      :error="error('width')"
      @focusout="emit('left', 'pane.width')"
    />
    <TextField
      v-model="pane.height"
      label="Height"
      :reads="reads.length(pane.height)"
      :error="error('height')"
      @focusout="emit('left', 'pane.height')"
    />
    <TextField
      v-model="pane.thickness"
      label="Thickness"
      :reads="reads.length(pane.thickness)"
      :error="error('thickness')"
      @focusout="emit('left', 'pane.thickness')"
    />
  </div>
  <div v-for="(h, i) in pane.holes" :key="i" class="hole">
    <TextField
      v-model="h.x"
      :label="`Hole ${i + 1}, from the left`"
      :error="error(`holes.${i}.x`)"
      @focusout="emit('left', `pane.holes.${i}.x`)"
    />
    <TextField v-model="h.y" label="From the bottom" :error="error(`holes.${i}.y`)" @focusout="emit('left', `pane.holes.${i}.y`)" />
    <TextField v-model="h.across" label="Across" :error="error(`holes.${i}.across`)" @focusout="emit('left', `pane.holes.${i}.across`)" />
    <Button type="button" severity="secondary" label="Remove" :aria-label="`Take hole ${i + 1} away`" @click="pane.holes.splice(i, 1)" />
  </div>
  <p v-if="error('holes')" class="problem" role="alert">{{ error('holes') }}</p>
  <p>
    <Button
      v-if="pane.holes.length < 12"
      type="button"
      severity="secondary"
      label="Add a hole"
      @click="pane.holes.push({ x: '', y: '', across: '' })"
    />
  </p>
</template>

<style scoped>
.sizes { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 0.8rem; }
.hole { display: grid; grid-template-columns: 2fr 1fr 1fr auto; gap: 0.6rem; align-items: end; }
</style>

<script setup lang="ts">
import { command } from '~/commands'
import { z } from 'zod'
import { parseVolume } from '#core/basics/units'
import { writtenField } from '#shared/fields'
import type { Tub } from '#shared/tubs'

/** A tub is filled: which it is, and how much water stands in it. */
const emit = defineEmits<{ filled: [id: string], close: [] }>()
const store = useTubsStore()
const form = reactive({ name: 'Rinse tub', volume: '10 L' })
const schema = z.object({
  name: z.string().trim().min(2, 'Write which tub it is.').max(40, 'Keep it under 40 letters.'),
  volume: writtenField(parseVolume, v => (v < 100 ? 'A tub holds at least 100 mL.' : null)),
})
const { errors, problem, busy, submit } = useEntry(
  () => schema,
  () => form,
)
async function fill() {
  const tub = await submit(entry => command<Tub>('tubs', entry))
  if (!tub) return
  store.put(tub)
  emit('filled', tub.id)
}
</script>

<template>
  <form novalidate @submit.prevent="fill">
    <TextField v-model="form.name" label="Which tub" :error="errors.name" />
    <TextField v-model="form.volume" label="Water in it" hint="10 L, 2 gal" :error="errors.volume" />
    <SaveBar label="It's filled" :busy="busy" :problem="problem" @leave="emit('close')" />
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
</style>

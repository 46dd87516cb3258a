<script setup lang="ts">
import { command } from '~/commands'
import { z } from 'zod'
import { parseMass, parseVolume } from '#core/basics/units'
import { WASTE_KINDS, wasteKind } from '#core/trade/waste'
import type { WasteId } from '#core/trade/waste'
import { containerSchema } from '#shared/tubs'

/** A container as it is set up: what it is for, how much it takes, where it stands, by when it has to leave. */
const emit = defineEmits<{ close: [] }>()
const store = useTubsStore()
const houseTime = useHouseTime()
const form = reactive({
  name: '', content: 'fluoride-water' as WasteId, capacity: '', place: '', openedOn: houseTime.today(), fullBy: '',
})
const kinds = WASTE_KINDS.map(k => ({ id: k.id, text: k.name }))
const liquid = computed(() => wasteKind(form.content).unit === 'ml')
const schema = computed(() =>
  z
    .object({
      name: containerSchema.shape.name,
      content: containerSchema.shape.content,
      place: containerSchema.shape.place,
      openedOn: containerSchema.shape.openedOn,
      fullBy: containerSchema.shape.fullBy,
      capacity: z.string().transform((text, context) => {
        const read = liquid.value ? parseVolume(text) : parseMass(text)
        if (read.ok && read.value >= 50) return read.value
        context.addIssue({ code: 'custom', message: read.ok ? 'It holds at least 50.' : read.error })
        return z.NEVER
      }),
    }),
)
const { errors, problem, busy, submit } = useEntry(
  () => schema.value,
  () => form,
)
async function save() {
  const done = await submit(entry => command('containers', { container: { ...entry, fullBy: entry.fullBy ?? '' } }))
  if (!done) return
  await store.loadWaste()
  emit('close')
}
</script>

<template>
  <form novalidate @submit.prevent="save">
    <SelectField v-model="form.content" label="What it is for" :options="kinds" :error="errors.content" />
    <TextField v-model="form.name" label="What you call it" :error="errors.name" />
    <TextField v-model="form.capacity" label="Takes at most" :hint="liquid ? '20 L' : '5 kg'" :error="errors.capacity" />
    <TextField v-model="form.place" label="Where it stands" :error="errors.place" />
    <DayField v-model="form.openedOn" label="Started on" :error="errors.openedOn" />
    <DayField
      v-model="form.fullBy"
      label="Has to leave by"
      hint="As local rules say. Leave blank when nobody says so"
      :error="errors.fullBy"
    />
    <SaveBar label="Set it up" :busy="busy" :problem="problem" @leave="emit('close')" />
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
</style>

<script setup lang="ts">
import { z } from 'zod'
import { writtenField } from '#shared/fields'
import { formatVolume, parseVolume } from '#core/basics/units'
import type { RunPlan } from '#core/plan/run-plan'

const props = defineProps<{ plan: RunPlan }>()
const emit = defineEmits<{ measured: [amounts: { putOut: number, back: number }] }>()
const recover = computed(() => props.plan.after === 'recover')
const form = reactive({ putOut: `${Math.round(props.plan.putOut * 10) / 10} mL`, back: recover.value ? '' : '0' })
const schema = z
  .object({ putOut: writtenField(parseVolume), back: writtenField(parseVolume) })
  .refine(a => a.back <= a.putOut, { path: ['back'], message: 'More went back than was put out. Check both amounts.' })
const { parsed, errors, submit } = useEntry(
  () => schema,
  () => form,
)
const reads = (text: string) => {
  const parsed = parseVolume(text)
  return text && parsed.ok ? `Reads as ${formatVolume(parsed.value)}, ${formatVolume(parsed.value, 'tsp')}` : null
}
const used = computed(() => (parsed.value.success ? parsed.value.data.putOut - parsed.value.data.back : null))
const send = () => submit(async amounts => emit('measured', amounts))
</script>

<template>
  <form novalidate @submit.prevent="send">
    <TextField v-model="form.putOut" label="Put out" hint="mL or tsp" :reads="reads(form.putOut)" :error="errors.putOut" />
    <TextField
      v-if="recover"
      v-model="form.back"
      label="Went back in the bottle"
      hint="mL or tsp; 0 when none"
      :reads="reads(form.back)"
      :error="errors.back"
    />
    <p class="muted">{{ used === null ? 'The bottle drops by the difference.' : `The bottle drops by ${formatVolume(used)}.` }}</p>
    <MainControl label="Enter the amounts" @press="send" />
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; max-width: 34rem; }
</style>

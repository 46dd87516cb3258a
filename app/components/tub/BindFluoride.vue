<script setup lang="ts">
import Button from 'primevue/button'
import { z } from 'zod'
import { formatMass, formatNumber, parseMass } from '#core/basics/units'
import { BOUND_TO, calciumFor, fluorideLeft } from '#core/plan/tub'
import type { TubContent } from '#core/plan/tub'
import { writtenField } from '#shared/fields'

/** Fluoride stays dissolved in a neutral tub; a calcium salt binds it as mud that can be collected. */
const props = defineProps<{ content: TubContent }>()
const emit = defineEmits<{ add: [grams: number] }>()
const left = computed(() => fluorideLeft(props.content))
const needed = computed(() => calciumFor(props.content, BOUND_TO))
const form = reactive({ grams: '' })
watch(needed, grams => (form.grams = grams ? formatMass(Math.ceil(grams)) : ''), { immediate: true })
const schema = z.object({ grams: writtenField(parseMass, g => (g <= 0 ? 'Write how much went in.' : null)) })
const { errors, busy, submit } = useEntry(
  () => schema,
  () => form,
)
const add = () => submit(async ({ grams }) => emit('add', grams))
</script>

<template>
  <details class="bind">
    <summary>
      Bind the fluoride: {{ formatNumber(left) }} mg/L is dissolved now
    </summary>
    <p>
      Neutralise first. Then stir in calcium chloride: the fluoride settles as white mud.
      {{ needed === null ? `No amount brings it down to ${BOUND_TO} mg/L here.`
        : `With ${formatMass(Math.ceil(needed))} about ${BOUND_TO} mg/L stays dissolved, by the solubility of calcium fluoride.` }}
      Left-over bicarbonate uses up part of the calcium. Let it settle overnight; the mud is poisonous and gets collected.
    </p>
    <form novalidate @submit.prevent="add">
      <TextField
        v-model="form.grams"
        label="Calcium chloride put in"
        hint="Dry weight; flakes are about three quarters"
        :error="errors.grams"
      />
      <Button type="submit" severity="secondary" label="It went in" :disabled="busy" />
    </form>
  </details>
</template>

<style scoped>
.bind { margin-bottom: 1.8rem; }
p { max-width: 46rem; margin: 0.5rem 0; }
form { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Textarea from 'primevue/textarea'
import { formatNumber, plural } from '#core/basics/units'
import type { QuoteForm } from '#shared/quotes'

/** What is asked of a quote beside the job. */
defineProps<{ sets: { id: string, noun: string }[], errors: Record<string, string> }>()
const form = defineModel<QuoteForm>({ required: true })
const studio = useStudioStore()
const houseMarkup = computed(() => `${formatNumber(studio.rules.markup * 100, 1)} % by house rule`)
function brings(id: string, theirs: boolean) {
  form.value.theirs = theirs ? [...form.value.theirs, id] : form.value.theirs.filter(x => x !== id)
}
const more = () => form.value.extras.push({ text: '', amount: '' })
const less = (i: number) => form.value.extras.splice(i, 1)
</script>

<template>
  <div class="entry">
    <div v-for="set in sets" :key="set.id" class="tick wide">
      <Checkbox
        :input-id="`theirs-${set.id}`"
        binary
        :model-value="form.theirs.includes(set.id)"
        @update:model-value="brings(set.id, Boolean($event))"
      />
      <label :for="`theirs-${set.id}`">{{ `The customer brings the ${plural(set.noun)}` }}</label>
    </div>
    <TextField v-model="form.markup" label="Mark-up" :hint="houseMarkup" :error="errors.markup" />
    <DayField v-model="form.validUntil" label="Holds until" :error="errors.validUntil" />
    <fieldset class="wide">
      <legend>Also on the bill</legend>
      <div v-for="(extra, i) in form.extras" :key="i" class="extra">
        <TextField v-model="extra.text" label="What for" :error="errors[`extras.${i}.text`]" />
        <TextField v-model="extra.amount" label="Amount" :error="errors[`extras.${i}.amount`]" />
        <Button type="button" severity="secondary" label="Take it off" @click="less(i)" />
      </div>
      <Button v-if="form.extras.length < 8" type="button" severity="secondary" label="Add drawing, delivery, …" @click="more" />
    </fieldset>
    <Field v-slot="{ id, described, invalid }" class="wide" label="Note on the quote" :error="errors.note">
      <Textarea :id="id" v-model="form.note" rows="2" auto-resize :invalid="invalid" :aria-describedby="described" />
    </Field>
  </div>
</template>

<style scoped>
.entry { display: grid; grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr)); gap: 1rem 1.4rem; align-items: start; }
.wide { grid-column: 1 / -1; }
.tick { display: flex; align-items: center; gap: 0.7rem; min-height: 40px; }
fieldset { border: 0; padding: 0; margin: 0; display: grid; gap: 0.7rem; justify-items: start; }
legend { font-weight: 600; padding: 0; }
.extra { display: grid; grid-template-columns: 1fr 8rem auto; gap: 0.7rem; align-items: end; width: 100%; }
@media (max-width: 40rem) { .extra { grid-template-columns: 1fr; } }
</style>

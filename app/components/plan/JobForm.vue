<script setup lang="ts">
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { RESISTS, SUBSTRATES } from '#core/materials'
import { parseFraction, parseLength, formatFraction } from '#core/units'
import type { JobForm } from '#shared/jobs'

defineProps<{ errors: Record<string, string> }>()
const emit = defineEmits<{ left: [name: string] }>()
const form = defineModel<JobForm>({ required: true })
const studio = useStudioStore()
const units = useUnits()

const SCHOOLS = [{ id: 'label', text: 'Label' }, { id: 'even-frost', text: 'Even frost' }, { id: 'own-coupons', text: 'Own coupons' }]
const SCHOOL_HINT = { 'label': 'The maker\'s time: sharpest edge, least undercut.', 'even-frost': 'Longer, for an even surface and older cream.', 'own-coupons': 'What your own test strip showed for this bottle.' }
const glass = SUBSTRATES.map(s => ({ id: s.id, text: s.name }))
const resists = RESISTS.map(r => ({ id: r.id, text: r.name }))
const bottles = computed(() => studio.bottles.filter(b => !b.putAway).map(b => ({ id: b.id, text: `${b.productName}, ${Math.round(b.left)} mL left` })))

function readsLength(text: string): string | null {
  const parsed = parseLength(text, studio.rules.lengthUnit)
  return text && parsed.ok ? `Reads as ${units.bothLengths(parsed.value)}` : null
}
function readsShare(text: string): string | null {
  const parsed = parseFraction(text)
  return text && parsed.ok ? `Reads as ${formatFraction(parsed.value)}` : null
}
/** Which field was left: the input names itself through its data attribute. */
function onLeave(event: FocusEvent) {
  const name = (event.target as HTMLElement).closest<HTMLElement>('[data-field]')?.dataset.field
  if (name) emit('left', name)
}
</script>

<template>
  <div class="form" @focusout="onLeave">
    <fieldset>
      <legend>The job</legend>
      <TextField v-model="form.customer" data-field="customer" class="wide" label="For whom" :error="errors.customer" />
      <TextField v-model="form.dueOn" data-field="dueOn" label="Due" type="date" :error="errors.dueOn" />
      <Field v-slot="{ id, described, invalid }" class="full" label="Notes" data-field="notes" :error="errors.notes">
        <Textarea :id="id" v-model="form.notes" rows="2" auto-resize :invalid="invalid" :aria-describedby="described" />
      </Field>
    </fieldset>
    <fieldset>
      <legend>The piece</legend>
      <TextField v-model="form.noun" data-field="noun" label="What one is called" hint="For example tumbler" :error="errors.noun" />
      <TextField v-model="form.pieces" data-field="pieces" label="How many" inputmode="numeric" :error="errors.pieces" />
      <TextField v-model="form.height" data-field="height" label="Height" :hint="`As you write it: 110 mm, 4 1/4 in`" :reads="readsLength(form.height)" :error="errors.height" />
      <TextField v-model="form.girth" data-field="girth" label="Girth at the art" hint="Tape round it where the art will sit" :reads="readsLength(form.girth)" :error="errors.girth" />
      <ChoiceField v-model="form.substrate" data-field="substrate" class="wide" label="Glass" :options="glass" :error="errors.substrate" hint="Uncoated and unpainted. Prove first that it is glass." />
    </fieldset>
    <fieldset>
      <legend>The art</legend>
      <TextField v-model="form.artWidth" data-field="artWidth" label="Width" hint="Along the wall" :reads="readsLength(form.artWidth)" :error="errors.artWidth" />
      <TextField v-model="form.artHeight" data-field="artHeight" label="Height of the art" :reads="readsLength(form.artHeight)" :error="errors.artHeight" />
      <TextField v-model="form.openFraction" data-field="openFraction" label="Share that is open" hint="Of its box: what gets frosted" :reads="readsShare(form.openFraction)" :error="errors.openFraction" />
    </fieldset>
    <fieldset>
      <legend>How</legend>
      <ChoiceField v-model="form.resist" data-field="resist" class="full" label="Resist" :options="resists" :error="errors.resist" />
      <Field v-slot="{ id, invalid, described, labelled }" class="full" label="Bottle" data-field="bottleId" :error="errors.bottleId" :hint="bottles.length ? undefined : 'The shelf is empty: a lead enters the first bottle there.'">
        <Select v-model="form.bottleId" :input-id="id" :options="bottles" option-label="text" option-value="id" placeholder="Choose from the shelf" :invalid="invalid" :aria-labelledby="labelled" :aria-describedby="described" />
      </Field>
      <ChoiceField v-model="form.school" data-field="school" class="full" label="Dwell by" :options="SCHOOLS" :hint="SCHOOL_HINT[form.school]" :error="errors.school" />
    </fieldset>
  </div>
</template>

<style scoped>
.form { display: grid; gap: 1.4rem; align-content: start; }
fieldset { border: 0; border-top: 1px solid var(--line); padding: 0.8rem 0 0; margin: 0; display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 0.9rem 1rem; }
legend { font: 640 1.35rem/1 var(--display); padding-right: 0.8rem; }
.wide { grid-column: span 2; }
.full { grid-column: 1 / -1; }
@media (max-width: 40rem) {
  fieldset { grid-template-columns: 1fr 1fr; }
}
</style>

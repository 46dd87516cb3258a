<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { command } from '~/commands'
import { ABRASIVE_MEDIA, ETCHANT_KINDS, etchantKind, MEDIUM_NAMES } from '#core/trade/materials'
import { capital, formatDuration, formatFraction, formatNumber } from '#core/basics/units'
import { lotSchema } from '#shared/shelf'
import type { Lot, LotForm } from '#shared/shelf'

/** A lot as its label has it. What is asked depends on its kind. */
const props = defineProps<{ lot: Lot | null }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()

const BLANK: LotForm = {
  productName: '',
  kind: 'general-cream',
  labelMin: '',
  labelMax: '',
  reusable: true,
  openedOn: '',
  size: '',
  left: '',
  price: '',
  couponBest: '',
  strength: '',
  acidShare: '',
  medium: '',
  grit: '',
  secondsPerCm2: '',
}
function written(b: Lot): LotForm {
  const unit = etchantKind(b.kind).method === 'blast' ? 'g' : 'mL'
  const time = (s: number | null) => (s === null ? '' : formatDuration(s))
  return {
    productName: b.productName,
    kind: b.kind,
    labelMin: time(b.labelMin),
    labelMax: time(b.labelMax),
    reusable: b.reusable,
    openedOn: b.openedOn ?? '',
    size: `${formatNumber(b.size, 2)} ${unit}`,
    left: `${formatNumber(b.left, 2)} ${unit}`,
    price: formatNumber(b.price, 2),
    couponBest: time(b.couponBest),
    strength: b.strengthWritten,
    acidShare: b.acidShare === null ? '' : formatFraction(b.acidShare),
    medium: b.medium ?? '',
    grit: b.grit,
    secondsPerCm2: b.secondsPerCm2 === null ? '' : formatNumber(b.secondsPerCm2, 3),
  }
}
const form = reactive<LotForm>(props.lot ? written(props.lot) : { ...BLANK })
const { errors, problem, busy, submit, leave } = useEntry(
  () => lotSchema,
  () => form,
)
const kinds = ETCHANT_KINDS.map(k => ({ id: k.id, text: k.name }))
const kind = computed(() => etchantKind(form.kind))
const method = computed(() => kind.value.method)
const usual = computed(() => {
  const label = kind.value.usualLabel
  return label
    ? `Labels of this kind usually give ${formatDuration(label.min)}${label.max > label.min ? ` to ${formatDuration(label.max)}` : ''}; `
    + `yours comes first.`
    : ''
})
const media = ABRASIVE_MEDIA.map(id => ({ id, text: capital(MEDIUM_NAMES[id]) }))

async function save(putAway: boolean) {
  const saved = await submit(() =>
    props.lot ? api(`lots/${props.lot.id}`, 'PUT', { lot: form, version: props.lot.version, putAway }) : command('lots', { lot: form }),
  )
  if (!saved) return
  await studio.loadShelf()
  emit('close')
}
function onLeave(event: FocusEvent) {
  const name = (event.target as HTMLElement).closest<HTMLElement>('[data-field]')?.dataset.field
  if (name) leave(name)
}
</script>

<template>
  <form novalidate @submit.prevent="save(false)" @focusout="onLeave">
    <TextField
      v-model="form.productName"
      data-field="productName"
      class="wide"
      label="Product, as on the label"
      :error="errors.productName"
    />
    <Field v-slot="{ id: field, labelled, described }" class="wide" label="Kind" :hint="kind.note">
      <Select
        v-model="form.kind"
        :input-id="field"
        :options="kinds"
        option-label="text"
        option-value="id"
        :aria-labelledby="labelled"
        :aria-describedby="described"
      />
    </Field>
    <template v-if="method !== 'blast'">
      <TextField v-model="form.labelMin" data-field="labelMin" label="Label: shortest dwell" :hint="usual" :error="errors.labelMin" />
      <TextField
        v-model="form.labelMax"
        data-field="labelMax"
        label="Label: longest dwell"
        hint="The same when it gives one time"
        :error="errors.labelMax"
      />
    </template>
    <TextField
      v-if="method === 'liquid'"
      v-model="form.strength"
      data-field="strength"
      label="Strength"
      hint="From the label: 42 °Bé, 1.38 g/mL or 40 %"
      :error="errors.strength"
    />
    <template v-if="method === 'blast'">
      <ChoiceField
        v-model="form.medium"
        data-field="medium"
        class="wide"
        label="What it is"
        :options="media"
        hint="Silica sand is never one."
        :error="errors.medium"
      />
      <TextField v-model="form.grit" data-field="grit" label="Grit" hint="As the bag says: F120, 150 mesh" :error="errors.grit" />
      <TextField
        v-model="form.secondsPerCm2"
        data-field="secondsPerCm2"
        label="Gun time for one cm², s"
        hint="From your own test patch; leave blank for the house rule"
        :error="errors.secondsPerCm2"
      />
    </template>
    <ChoiceField
      v-if="method === 'cream'"
      v-model="form.reusable"
      label="Can it be used again?"
      :options="[{ id: true, text: 'Reusable' }, { id: false, text: 'One use' }]"
      hint="The label says so."
    />
    <DayField
      v-if="method !== 'blast'"
      v-model="form.openedOn"
      data-field="openedOn"
      label="Opened on"
      hint="Leave empty while sealed"
      :error="errors.openedOn"
    />
    <TextField
      v-model="form.size"
      data-field="size"
      label="Holds"
      :hint="method === 'blast' ? '5 kg, 500 g' : '120 mL, 4 fl oz'"
      :error="errors.size"
    />
    <TextField v-model="form.left" data-field="left" label="Left in it" :error="errors.left" />
    <TextField v-model="form.price" data-field="price" :label="`Price, ${studio.rules.currency}`" :error="errors.price" />
    <TextField
      v-if="method === 'cream'"
      v-model="form.acidShare!"
      data-field="acidShare"
      label="Acid in it, as ammonium bifluoride"
      :hint="`From its safety data sheet, by weight. Leave blank for the house rule, ${formatFraction(studio.rules.creamBifluoride)}`"
      :error="errors.acidShare"
    />
    <TextField
      v-if="method === 'cream'"
      v-model="form.couponBest"
      data-field="couponBest"
      label="Best time written on it"
      hint="Until a coupon is read off here"
      :error="errors.couponBest"
    />
    <p v-if="problem" class="problem wide" role="alert">{{ problem }}</p>
    <div class="do wide">
      <Button type="submit" :label="lot ? 'Save' : 'Put on the shelf'" :disabled="busy" />
      <Button v-if="lot && !lot.putAway" type="button" severity="secondary" label="It is empty: put it away" @click="save(true)" />
      <Button type="button" severity="secondary" label="Cancel" @click="emit('close')" />
    </div>
  </form>
</template>

<style scoped>
form { display: grid; grid-template-columns: 1fr 1fr; gap: 1rem 1.2rem; }
.wide { grid-column: 1 / -1; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
@media (max-width: 34rem) { form { grid-template-columns: 1fr; } .wide { grid-column: auto; } }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import Select from 'primevue/select'
import { v7 } from 'uuid'
import { ETCHANT_KINDS, etchantKind } from '#core/materials'
import { formatDuration, formatNumber } from '#core/units'
import { bottleSchema } from '#shared/shelf'
import type { Bottle, BottleForm } from '#shared/shelf'

/** A bottle as its label has it. */
const props = defineProps<{ bottle: Bottle | null }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()
const id = props.bottle?.id ?? v7()

const form = reactive<BottleForm>(props.bottle
  ? {
      productName: props.bottle.productName, kind: props.bottle.kind, labelMin: formatDuration(props.bottle.labelMin), labelMax: formatDuration(props.bottle.labelMax), reusable: props.bottle.reusable,
      openedOn: props.bottle.openedOn ?? '', size: `${formatNumber(props.bottle.size, 2)} mL`, left: `${formatNumber(props.bottle.left, 2)} mL`, price: formatNumber(props.bottle.price, 2),
      couponBest: props.bottle.couponBest === null ? '' : formatDuration(props.bottle.couponBest),
    }
  : { productName: '', kind: 'general-cream', labelMin: '', labelMax: '', reusable: true, openedOn: '', size: '', left: '', price: '', couponBest: '' })
const { errors, problem, busy, submit, left } = useEntry(() => bottleSchema, () => form)
const kinds = ETCHANT_KINDS.map(k => ({ id: k.id, text: k.name }))
const kind = computed(() => etchantKind(form.kind))
const usual = computed(() => `Labels of this kind usually give ${formatDuration(kind.value.usualLabel.min)}${kind.value.usualLabel.max > kind.value.usualLabel.min ? ` to ${formatDuration(kind.value.usualLabel.max)}` : ''}; yours comes first.`)

async function save(putAway: boolean) {
  const saved = await submit(() => (props.bottle
    ? api(`bottles/${id}`, 'PUT', { bottle: form, version: props.bottle.version, putAway })
    : api('bottles', 'POST', { id, bottle: form })))
  if (!saved) return
  await studio.loadShelf()
  emit('close')
}
function onLeave(event: FocusEvent) {
  const name = (event.target as HTMLElement).closest<HTMLElement>('[data-field]')?.dataset.field
  if (name) left.add(name)
}
</script>

<template>
  <form novalidate @submit.prevent="save(false)" @focusout="onLeave">
    <TextField v-model="form.productName" data-field="productName" class="wide" label="Product, as on the label" :error="errors.productName" />
    <Field v-slot="{ id: field, labelled, described }" class="wide" label="Kind" :hint="kind.note">
      <Select v-model="form.kind" :input-id="field" :options="kinds" option-label="text" option-value="id" :aria-labelledby="labelled" :aria-describedby="described" />
    </Field>
    <TextField v-model="form.labelMin" data-field="labelMin" label="Label: shortest dwell" :hint="usual" :error="errors.labelMin" />
    <TextField v-model="form.labelMax" data-field="labelMax" label="Label: longest dwell" hint="The same when it gives one time" :error="errors.labelMax" />
    <ChoiceField v-model="form.reusable" label="Can it be used again?" :options="[{ id: true, text: 'Reusable' }, { id: false, text: 'One use' }]" hint="The label says so." />
    <TextField v-model="form.openedOn" data-field="openedOn" label="Opened on" type="date" hint="Leave empty while sealed" :error="errors.openedOn" />
    <TextField v-model="form.size" data-field="size" label="Holds" hint="120 mL, 4 fl oz" :error="errors.size" />
    <TextField v-model="form.left" data-field="left" label="Left in it" :error="errors.left" />
    <TextField v-model="form.price" data-field="price" :label="`Price, ${studio.rules.currency}`" :error="errors.price" />
    <TextField v-model="form.couponBest" data-field="couponBest" label="Best time on your coupon" hint="Empty until you have etched one" :error="errors.couponBest" />
    <p v-if="problem" class="problem wide" role="alert">{{ problem }}</p>
    <div class="do wide">
      <Button type="submit" :label="bottle ? 'Save' : 'Put on the shelf'" :disabled="busy" />
      <Button v-if="bottle && !bottle.putAway" type="button" severity="secondary" label="Empty: put it away" @click="save(true)" />
      <Button type="button" severity="secondary" label="Leave it" @click="emit('close')" />
    </div>
  </form>
</template>

<style scoped>
form { display: grid; grid-template-columns: 1fr 1fr; gap: 1rem 1.2rem; }
.wide { grid-column: 1 / -1; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
@media (max-width: 34rem) { form { grid-template-columns: 1fr; } .wide { grid-column: auto; } }
</style>

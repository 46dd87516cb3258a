<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { formatNumber } from '#core/basics/units'
import { GLOVE_MATERIALS, stockKind, SUPPLY_KINDS } from '#core/trade/stock'
import type { StockKindId } from '#core/trade/stock'
import { supplyAsMeant, supplySchema } from '#shared/stock'
import type { Supply, SupplyForm } from '#shared/stock'

/** A supply as its pack has it. What is asked depends on its kind. */
const props = defineProps<{ supply: Supply | null, kind?: StockKindId }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()
const words = useStockWords()

const form = reactive<SupplyForm>(
  props.supply
    ? {
        kind: props.supply.kind,
        name: props.supply.name,
        material: (props.supply.details.material ?? '') as SupplyForm['material'],
        size: props.supply.details.size ?? '',
        hours: props.supply.details.hours === undefined ? '' : formatNumber(props.supply.details.hours, 1),
        blankId: props.supply.blankId ?? '',
        pack: words.amount(props.supply.kind, props.supply.pack),
        left: words.amount(props.supply.kind, props.supply.level),
        reorder: props.supply.reorder === null ? '' : words.amount(props.supply.kind, props.supply.reorder),
        price: formatNumber(props.supply.price, 2),
        openedOn: props.supply.openedOn ?? '',
        expiresOn: props.supply.expiresOn ?? '',
      }
    : {
        kind: props.kind ?? 'gloves', name: '', material: '', size: '', hours: '', blankId: '', pack: '', left: '', reorder: '', price: '',
        openedOn: '', expiresOn: '',
      },
)
const { unit, written } = useMeantForm(supplyAsMeant, () => form)
const { errors, problem, busy, submit } = useEntry(
  () => supplySchema(unit.value),
  () => form,
)
const of = computed(() => stockKind(form.kind))
const reads = (text: string) => words.reads(form.kind, text)
const kinds = SUPPLY_KINDS.map(k => ({ id: k.id, text: k.name }))
const materials = GLOVE_MATERIALS.map(id => ({ id, text: id === 'pvc' ? 'PVC' : id.charAt(0).toUpperCase() + id.slice(1) }))
const blanks = computed(() => studio.blanks.filter(b => !b.putAway).map(b => ({ id: b.id, text: b.name })))
const example = computed(() => ({ ml: '500 mL', g: '500 g', mm: '50 m', count: '100' })[of.value.unit])

async function save(putAway: boolean) {
  const saved = await submit(() =>
    props.supply
      ? api(`supplies/${props.supply.id}`, 'PUT', { supply: written(), version: props.supply.version, putAway })
      : command('supplies', { supply: written() }),
  )
  if (!saved) return
  await Promise.all([studio.loadSupplies(), studio.loadStudio()])
  emit('close')
}
</script>

<template>
  <form novalidate @submit.prevent="save(false)">
    <SelectField v-if="!supply" v-model="form.kind" class="wide" label="What it is" :options="kinds" :error="errors.kind" />
    <TextField v-model="form.name" class="wide" label="Name, as on the pack" :error="errors.name" />
    <ChoiceField
      v-if="of.details.includes('material')"
      v-model="form.material!"
      class="wide"
      label="Made of"
      :options="materials"
      hint="Thin latex lets acid through."
      :error="errors.material"
    />
    <TextField v-if="of.details.includes('size')" v-model="form.size!" label="Size" :error="errors.size" />
    <TextField
      v-if="of.details.includes('hours')"
      v-model="form.hours!"
      label="Hours it lasts"
      hint="As its maker says. Leave blank if you go by smell and resistance"
      :error="errors.hours"
    />
    <SelectField
      v-if="of.details.includes('blank')"
      v-model="form.blankId!"
      label="Which blank"
      :options="blanks"
      :error="errors.blankId"
    />
    <TextField v-model="form.pack" label="A pack holds" :hint="example" :reads="reads(form.pack)" :error="errors.pack" />
    <TextField v-model="form.left" label="On the shelf now" :reads="reads(form.left)" :error="errors.left" />
    <TextField
      v-model="form.reorder!"
      label="Buy more below"
      hint="Leave blank and nobody is told"
      :reads="reads(form.reorder!)"
      :error="errors.reorder"
    />
    <TextField v-model="form.price" :label="`Price of a pack, ${studio.rules.currency}`" :error="errors.price" />
    <DayField v-model="form.openedOn" label="Opened on" hint="Leave blank while sealed" :error="errors.openedOn" />
    <DayField v-if="of.expires" v-model="form.expiresOn" label="Good until" hint="As printed on it" :error="errors.expiresOn" />
    <p v-if="problem" class="problem wide" role="alert">{{ problem }}</p>
    <div class="do wide">
      <Button type="submit" :label="supply ? 'Save' : 'Put on the shelf'" :disabled="busy" />
      <Button v-if="supply && !supply.putAway" type="button" severity="secondary" label="We don't keep it any more" @click="save(true)" />
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

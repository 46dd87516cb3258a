<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete'
import Textarea from 'primevue/textarea'
import { countOf } from '#core/basics/units'
import type { Customer } from '#shared/customers'
import type { PlanForm } from '#shared/jobs'

defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })

/** Who ordered here before: the name is offered, and what they like stands beside it. */
const known = ref<Customer[]>([])
onMounted(quietLoad('the customers', async () => (known.value = await apiList<Customer>('customers'))))
const found = ref<string[]>([])
function find(words: string) {
  const asked = words.trim().toLowerCase()
  found.value = known.value.map(c => c.name).filter(name => name.toLowerCase().includes(asked) && name.toLowerCase() !== asked)
}
const who = computed(() => known.value.find(c => c.name.toLowerCase() === form.value.customer.trim().toLowerCase()))
const likes = computed(() => (who.value?.likes ? `Likes: ${who.value.likes}` : undefined))
/** Only where a job is begun from nothing: another one would be left for it. */
const { path, query } = useRoute()
const last = computed(() => (path === '/plan/new' && !query.again && !query.template ? who.value?.lastJob : null))
const lastPieces = computed(() => last.value?.sets.map(s => countOf(s.pieces, s.noun)).join(', '))
</script>

<template>
  <Field v-slot="{ id, described, invalid }" class="wide" label="Customer" data-field="customer" :hint="likes" :error="errors.customer">
    <AutoComplete
      v-model="form.customer"
      :input-id="id"
      :suggestions="found"
      :delay="150"
      :invalid="invalid"
      :pt="{ pcInputText: { root: { 'autocomplete': 'off', 'aria-describedby': described, 'aria-invalid': invalid || undefined } } }"
      @complete="find($event.query)"
    />
  </Field>
  <p v-if="last" class="full">
    <NuxtLink :to="`/plan/new?again=${last.id}`">Start from their last job: {{ lastPieces }}</NuxtLink>
  </p>
  <DayField v-model="form.dueOn" data-field="dueOn" label="Due" :error="errors.dueOn" />
  <Field v-slot="{ id, described, invalid }" class="full" label="Notes" data-field="notes" :error="errors.notes">
    <Textarea :id="id" v-model="form.notes" rows="1" auto-resize :invalid="invalid" :aria-describedby="described" />
  </Field>
</template>

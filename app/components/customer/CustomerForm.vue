<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { command } from '~/commands'
import { customerSchema } from '#shared/customers'
import type { Customer, CustomerForm } from '#shared/customers'

/** How a customer is reached, and what they like. */
const props = defineProps<{ customer: Customer | null }>()
const emit = defineEmits<{ saved: [customer: Customer], close: [] }>()
const { name = '', email = '', phone = '', address = '', likes = '' } = props.customer ?? {}
const form = reactive<CustomerForm>({ name, email, phone, address, likes })
const { errors, problem, busy, submit } = useEntry(
  () => customerSchema,
  () => form,
)
async function save() {
  const saved = await submit(() =>
    props.customer
      ? api<Customer>(`customers/${props.customer.id}`, 'PUT', { customer: form, version: props.customer.version })
      : command<Customer>('customers', { customer: form }),
  )
  if (saved) emit('saved', saved)
}
</script>

<template>
  <form class="entry" novalidate @submit.prevent="save">
    <TextField v-model="form.name" class="wide" label="Name" :error="errors.name" />
    <TextField v-model="form.email" class="wide" label="E-mail" type="email" :error="errors.email" />
    <TextField v-model="form.phone" label="Telephone" inputmode="tel" :error="errors.phone" />
    <Field v-slot="{ id: field, described, invalid }" class="wide" label="Address" :error="errors.address">
      <Textarea :id="field" v-model="form.address" rows="2" auto-resize :invalid="invalid" :aria-describedby="described" />
    </Field>
    <Field
      v-slot="{ id: field, described, invalid }"
      class="wide"
      label="What they like"
      hint="Faces, sizes, how deep, how it is packed: it stands beside their next plan"
      :error="errors.likes"
    >
      <Textarea :id="field" v-model="form.likes" rows="2" auto-resize :invalid="invalid" :aria-describedby="described" />
    </Field>
    <SaveBar class="wide" label="Save" :busy="busy" :problem="problem" @leave="emit('close')" />
  </form>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 1rem 1.4rem;
  max-width: 46rem;
  margin: 0 0 1.4rem;
}
.wide { grid-column: 1 / -1; }
</style>

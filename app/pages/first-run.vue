<script setup lang="ts">
import Button from 'primevue/button'
import { isZone } from '#core/basics/zone'
import { firstRunSchema } from '#shared/accounts'

const session = useSessionStore()
// Most often whoever sets up sits in the studio.
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const form = reactive({ studio: '', timeZone: isZone(here) ? here : '', name: '', password: '' })
const { errors, problem, busy, submit } = useEntry(
  () => firstRunSchema,
  () => form,
)

async function setUp() {
  if (await submit(async entry => session.setUp(entry).then(() => true))) await navigateTo('/rules')
}
</script>

<template>
  <div class="page">
    <form novalidate @submit.prevent="setUp">
      <h1>Set up your studio</h1>
      <p class="muted">
        You become its first lead: you enter bottles, house rules and the crew. Next come the emergency and poison numbers.
      </p>
      <TextField v-model="form.studio" label="Name of the studio" :error="errors.studio" />
      <Field
        v-slot="{ id, labelled, described }"
        label="Time zone"
        hint="Used for days, due dates and times on every device."
        :error="errors.timeZone"
      >
        <ZoneField v-model="form.timeZone" :input-id="id" :labelled="labelled" :described="described" :invalid="Boolean(errors.timeZone)" />
      </Field>
      <TextField v-model="form.name" label="Your name" autocomplete="username" :error="errors.name" />
      <TextField
        v-model="form.password"
        label="A password"
        type="password"
        autocomplete="new-password"
        hint="Ten characters or more."
        :error="errors.password"
      />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <Button type="submit" label="Open the studio" :disabled="busy" />
    </form>
  </div>
</template>

<style scoped>
form { display: grid; gap: 1rem; max-width: 28rem; }
</style>

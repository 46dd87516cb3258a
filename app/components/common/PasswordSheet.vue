<script setup lang="ts">
import Button from 'primevue/button'
import { givePasswordSchema } from '#shared/accounts'

/** Asks whoever is at the device for their own password; what waits for it goes on by itself. */
const session = useSessionStore()
const form = reactive({ password: '' })
const { errors, problem, busy, submit } = useEntry(
  () => givePasswordSchema,
  () => form,
)
async function give() {
  if (await submit(entry => api('session/password', 'POST', entry))) answerPassword(true)
}
</script>

<template>
  <Sheet title="Your password, please" @close="answerPassword(false)">
    <form novalidate @submit.prevent="give">
      <p class="muted">
        Changing people or house rules, or taking data out of Crest, asks for your own password; a PIN isn't enough. It then holds for ten
        minutes.
      </p>
      <TextField
        v-model="form.password"
        :label="`Password of ${session.person?.name ?? 'the person here'}`"
        type="password"
        autocomplete="current-password"
        autofocus
        :error="errors.password"
      />
      <p v-if="problem && problem !== errors.password" class="problem" role="alert">{{ problem }}</p>
      <div class="do">
        <Button type="submit" label="Go on" :disabled="busy" />
        <Button type="button" severity="secondary" label="Cancel" @click="answerPassword(false)" />
      </div>
    </form>
  </Sheet>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
</style>

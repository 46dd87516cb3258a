<script setup lang="ts">
import Button from 'primevue/button'
import { signInSchema } from '#shared/accounts'

const session = useSessionStore()
const form = reactive({ name: '', password: '' })
const { errors, problem, busy, submit } = useEntry(
  () => signInSchema,
  () => form,
)

async function enter() {
  const done = await submit(async entry => session.signIn(entry).then(() => true))
  if (!done) return
  const to = useRoute().query.to
  await navigateTo(typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : '/')
}
</script>

<template>
  <div class="door">
    <form novalidate @submit.prevent="enter">
      <h1>Sign in</h1>
      <TextField v-model="form.name" label="Name" autocomplete="username" :error="errors.name" />
      <TextField v-model="form.password" label="Password" type="password" autocomplete="current-password" :error="errors.password" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <Button type="submit" label="Sign in" :disabled="busy" />
      <p v-if="session.sample" class="muted">This is the sample world: Maren Tidewell, password harbour-light.</p>
    </form>
    <PieceSilhouette
      class="glass dark-card"
      :shape="plainShape({ surface: 'cylinder', height: 108, girth: 241, artWidth: 60, artHeight: 45 })"
      frosted
      :size="330"
    />
  </div>
</template>

<style scoped>
.door { flex: 1; display: flex; flex-wrap: wrap; gap: 2rem 6rem; align-items: center; justify-content: center; padding: 2rem 1.5rem; }
form { display: grid; gap: 1rem; width: min(24rem, 100%); }
.glass { padding: 2.5rem 3rem; box-sizing: content-box; }
@media (max-width: 50rem) { .glass { display: none; } }
</style>

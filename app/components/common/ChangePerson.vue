<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'

const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const studio = useStudioStore()
const chosen = ref<string | null>(null)
const pin = ref('')
const problem = ref('')
const work = useWorkStore()
/** Entries go to the server under the name of who is signed in, so they go first. */
const waiting = computed(() => work.outbox.some(w => w.by === session.person?.id))
const others = computed(() => studio.crew.filter(p => p.active && p.hasPin && p.id !== session.person?.id))

async function change() {
  problem.value = ''
  try {
    await session.changePerson({ personId: chosen.value!, pin: pin.value })
    emit('close')
  }
  catch (error) {
    problem.value = error instanceof ApiError ? error.fields.pin ?? error.message : String(error)
    pin.value = ''
  }
}

async function leave() {
  await session.signOut()
  emit('close')
  await navigateTo('/sign-in')
}
</script>

<template>
  <Sheet title="Who is at this device?" @close="emit('close')">
    <p v-if="waiting" class="problem">Entries of {{ session.person?.name }} are still on the way to the server. Change over once they are there.</p>
    <p v-if="others.length === 0" class="muted">Nobody else here has a PIN yet. It is set under Crew.</p>
    <div class="people" role="group" aria-label="Crew with a PIN">
      <Button v-for="p in others" :key="p.id" :label="p.name" severity="secondary" :aria-pressed="chosen === p.id" :class="{ chosen: chosen === p.id }" @click="chosen = p.id" />
    </div>
    <form v-if="chosen" @submit.prevent="change">
      <label for="pin">PIN of {{ studio.nameOf(chosen) }}</label>
      <InputText id="pin" v-model="pin" type="password" inputmode="numeric" autocomplete="off" autofocus maxlength="8" :invalid="Boolean(problem)" aria-describedby="pin-problem" />
      <p id="pin-problem" class="problem" :hidden="!problem" role="alert">{{ problem }}</p>
      <Button type="submit" label="Change over" :disabled="waiting" />
    </form>
    <p class="out"><Button label="Sign out of this device" severity="secondary" @click="leave" /></p>
  </Sheet>
</template>

<style scoped>
.people { display: flex; flex-wrap: wrap; gap: 0.6rem; margin-bottom: 1rem; }
.chosen { border-color: var(--frost); border-width: 3px; }
form { display: grid; gap: 0.6rem; justify-items: start; margin-bottom: 1.2rem; }
.out { border-top: 1px solid var(--line); padding-top: 1rem; }
</style>

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
/** Entries stay whose they are; when nobody who made them is signed in here, they wait. */
const waiting = computed(() => work.outbox.length)
const sure = ref(false)
const others = computed(() => studio.crew.filter(p => p.active && p.hasPin && p.id !== session.person?.id))

async function change() {
  problem.value = ''
  try {
    await session.changePerson({ personId: chosen.value!, pin: pin.value })
    emit('close')
  }
  catch (error) {
    problem.value = error instanceof ApiError ? (error.fields.pin ?? error.message) : String(error)
    pin.value = ''
  }
}

async function leave() {
  if (waiting.value > 0 && !sure.value) return void (sure.value = true)
  await session.signOut()
  emit('close')
  await navigateTo('/sign-in')
}
</script>

<template>
  <Sheet title="Who is at this device?" @close="emit('close')">
    <p v-if="others.length === 0" class="muted">Nobody else here has a PIN yet. Set one under Crew.</p>
    <div class="people" role="group" aria-label="Crew with a PIN">
      <Button
        v-for="p in others"
        :key="p.id"
        :label="p.name"
        severity="secondary"
        :aria-pressed="chosen === p.id"
        :class="{ chosen: chosen === p.id }"
        @click="chosen = p.id"
      />
    </div>
    <form v-if="chosen" @submit.prevent="change">
      <label for="pin">PIN of {{ studio.nameOf(chosen) }}</label>
      <InputText
        id="pin"
        v-model="pin"
        type="password"
        inputmode="numeric"
        autocomplete="off"
        autofocus
        maxlength="8"
        :invalid="Boolean(problem)"
        aria-describedby="pin-problem"
      />
      <p id="pin-problem" class="problem" :hidden="!problem" role="alert">{{ problem }}</p>
      <Button type="submit" label="Change over" />
    </form>
    <div class="out">
      <p v-if="sure && waiting" class="problem" role="alert">
        {{ waiting === 1 ? 'One entry has' : `${waiting} entries have` }} not reached the server yet. If you sign out now,
        {{ waiting === 1 ? 'it stays' : 'they stay' }} on this device until whoever made {{ waiting === 1 ? 'it' : 'them' }} signs in here
        again.
      </p>
      <Button :label="sure && waiting ? 'Sign out anyway' : 'Sign out of this device'" severity="secondary" @click="leave" />
    </div>
  </Sheet>
</template>

<style scoped>
.people { display: flex; flex-wrap: wrap; gap: 0.6rem; margin-bottom: 1rem; }
.chosen { border-color: var(--frost); border-width: 3px; }
form { display: grid; gap: 0.6rem; justify-items: start; margin-bottom: 1.2rem; }
.out { border-top: 1px solid var(--line); padding-top: 1rem; display: grid; gap: 0.8rem; justify-items: start; }
</style>

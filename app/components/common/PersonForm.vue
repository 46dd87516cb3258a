<script setup lang="ts">
import Button from 'primevue/button'
import { changePersonAccountSchema, newPersonSchema } from '#shared/accounts'
import type { Person, Role } from '#shared/accounts'

/** A new crew member, or an account to change. Empty password and PIN leave them as they are. */
const props = defineProps<{ person: Person | null }>()
const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const studio = useStudioStore()
const own = computed(() => props.person?.id === session.person?.id)
const form = reactive({ name: props.person?.name ?? '', role: (props.person?.role ?? 'crew') as Role, password: '', pin: '' })
const { errors, problem, busy, submit } = useEntry(() => (props.person ? changePersonAccountSchema : newPersonSchema), () => form)

async function save(active?: boolean) {
  const entry = session.isLead ? { ...form, active } : { password: form.password, pin: form.pin }
  const saved = await submit(() => (props.person ? api(`crew/${props.person.id}`, 'PATCH', entry) : api('crew', 'POST', form)))
  if (!saved) return
  await Promise.all([studio.loadCrew(), session.load()])
  emit('close')
}
</script>

<template>
  <form novalidate @submit.prevent="save()">
    <template v-if="session.isLead">
      <TextField v-model="form.name" label="Name" :error="errors.name" />
      <ChoiceField v-model="form.role" label="Role" :options="[{ id: 'crew', text: 'Crew' }, { id: 'lead', text: 'Lead' }]" hint="Leads enter bottles, house rules and people." />
    </template>
    <TextField v-model="form.password" :label="person ? 'New password' : 'Password'" type="password" autocomplete="new-password" :hint="person ? 'Empty: as it is. A new one ends all other sessions.' : 'Ten characters or more.'" :error="errors.password" />
    <TextField v-model="form.pin" label="Bench PIN" type="password" inputmode="numeric" :hint="person?.hasPin ? 'Empty: as it is. Four to eight digits.' : 'Four to eight digits, for a quick change at a shared tablet.'" :error="errors.pin" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="do">
      <Button type="submit" label="Save" :disabled="busy" />
      <Button v-if="person && session.isLead && !own" type="button" severity="secondary" :label="person.active ? 'Has left the studio' : 'Is back'" @click="save(!person.active)" />
      <Button type="button" severity="secondary" label="Leave it" @click="emit('close')" />
    </div>
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
</style>

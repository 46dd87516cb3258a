<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { changePersonAccountSchema, newPersonSchema } from '#shared/accounts'
import type { Person, Role } from '#shared/accounts'
import type { LengthUnit } from '#shared/fields'
import { SKILLS } from '#core/trade/skills'
import type { Skill } from '#core/trade/skills'

/** A new crew member, or an account to change. Empty password and PIN leave them as they are. */
const props = defineProps<{ person: Person | null }>()
const emit = defineEmits<{ close: [] }>()
const session = useSessionStore()
const studio = useStudioStore()
const own = computed(() => props.person?.id === session.person?.id)
const form = reactive({
  name: props.person?.name ?? '',
  role: (props.person?.role ?? 'crew') as Role,
  may: [...(props.person?.may ?? SKILLS)] as Skill[],
  password: '',
  pin: '',
  lengthUnit: (props.person?.lengthUnit ?? '') as '' | LengthUnit,
})
const MAY: Record<Skill, string> = {
  prepare: 'Get pieces ready',
  coat: 'Coat',
  care: 'Look after a dwell',
  rinse: 'Take off and rinse',
  blast: 'Blast',
  finish: 'Wash up and finish',
}
const { errors, problem, busy, submit } = useEntry(
  () => (props.person ? changePersonAccountSchema : newPersonSchema),
  () => form,
)

/** Changes an account as far as something was changed: whoever only sets their own units is asked for no password. */
async function change(person: Person, active?: boolean) {
  const { password, pin, lengthUnit, ...managed } = form
  const units = lengthUnit !== (person.lengthUnit ?? '')
  if (own.value && units) await api('session/units', 'PUT', { lengthUnit })
  const manages = session.isLead && (
    active !== undefined || managed.name !== person.name || managed.role !== person.role || managed.may.join() !== person.may.join()
  )
  if (manages || password || pin || (units && !own.value))
    await api(`crew/${person.id}`, 'PATCH', session.isLead ? { ...form, active } : { password, pin })
  return true
}

async function save(active?: boolean) {
  const saved = await submit(() => (props.person ? change(props.person, active) : api('crew', 'POST', form)))
  if (!saved) return
  await Promise.all([studio.loadCrew(), session.load()])
  emit('close')
}
</script>

<template>
  <form novalidate @submit.prevent="save()">
    <template v-if="session.isLead">
      <TextField v-model="form.name" label="Name" :error="errors.name" />
      <ChoiceField
        v-model="form.role"
        label="Role"
        :options="[{ id: 'crew', text: 'Crew' }, { id: 'lead', text: 'Lead' }]"
        hint="Leads enter bottles, house rules and people."
      />
      <fieldset>
        <legend>Trusted with</legend>
        <label v-for="skill in SKILLS" :key="skill"><Checkbox v-model="form.may" :value="skill" /> {{ MAY[skill] }}</label>
        <p class="muted">The day is planned by it: nobody is given what they may not do.</p>
      </fieldset>
    </template>
    <ChoiceField
      v-if="person"
      v-model="form.lengthUnit"
      label="Lengths"
      :options="[
        { id: '', text: `As the studio (${studio.rules.lengthUnit === 'mm' ? 'mm' : 'inches'})` },
        { id: 'mm', text: 'mm' },
        { id: 'in', text: 'inches' },
      ]"
      :hint="own ? 'How lengths are shown to you, and what a number without a unit means.' : undefined"
    />
    <TextField
      v-model="form.password"
      :label="person ? 'New password' : 'Password'"
      type="password"
      autocomplete="new-password"
      :hint="person ? 'Leave blank to keep it. A new one ends all other sessions.' : 'Ten characters or more.'"
      :error="errors.password"
    />
    <TextField
      v-model="form.pin"
      label="Bench PIN"
      type="password"
      inputmode="numeric"
      :hint="person?.hasPin
        ? 'Leave blank to keep it. Four to eight digits.'
        : 'Four to eight digits, for a quick change at a shared tablet.'"
      :error="errors.pin"
    />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="do">
      <Button type="submit" label="Save" :disabled="busy" />
      <Button
        v-if="person && session.isLead && !own"
        type="button"
        severity="secondary"
        :label="person.active ? 'Has left the studio' : 'Is back'"
        @click="save(!person.active)"
      />
      <Button type="button" severity="secondary" label="Cancel" @click="emit('close')" />
    </div>
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
fieldset {
  border: 1px solid var(--control-line);
  border-radius: 2px;
  padding: 0.4rem 0.8rem 0.6rem;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 1rem;
}
legend { font-weight: 600; padding: 0 0.3rem; }
fieldset label { display: flex; align-items: center; gap: 0.5rem; min-height: 44px; }
fieldset p { grid-column: 1 / -1; font-size: 0.92rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
</style>

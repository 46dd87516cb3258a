<script setup lang="ts">
import Button from 'primevue/button'
import { gelSchema } from '#shared/studio'
import type { Studio } from '#shared/studio'

/** What stands on the shelf for burns, and until when it is good. */
const studio = useStudioStore()
const session = useSessionStore()
const gel = useGel()
const form = reactive({ expiresOn: '' })
watch(() => studio.studio?.gelExpiresOn, day => (form.expiresOn = day ?? ''), { immediate: true })
const { errors, problem, busy, submit } = useEntry(
  () => gelSchema,
  () => form,
)
const save = () =>
  submit(async (entry) => {
    studio.studio = await api<Studio>('supplies/gel', 'PUT', entry)
  })
</script>

<template>
  <section aria-label="For burns">
    <h2>For burns</h2>
    <p :class="{ problem: gel.state !== 'in date' }">
      <strong>Calcium gluconate gel, 2.5 %:</strong> {{ gel.words }}
    </p>
    <form v-if="session.isLead" novalidate @submit.prevent="save">
      <DayField
        v-model="form.expiresOn"
        label="The gel is good until"
        hint="As printed on the tube. Leave blank when there is none"
        :error="errors.expiresOn"
      />
      <Button type="submit" severity="secondary" label="Save" :disabled="busy || form.expiresOn === (studio.studio?.gelExpiresOn ?? '')" />
    </form>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
section { margin-top: 1.6rem; border-top: 2px solid var(--line); padding-top: 0.9rem; }
form { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; margin-top: 0.6rem; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import type { Person } from '#shared/accounts'

const studio = useStudioStore()
const session = useSessionStore()
const editing = ref<Person | null | undefined>()
const mayChange = (p: Person) => session.isLead || p.id === session.person?.id
</script>

<template>
  <div class="page">
    <header class="page-head">
      <h1>Crew</h1>
      <Button v-if="session.isLead" label="Add a person" @click="editing = null" />
    </header>
    <ul>
      <li v-for="p in studio.crew" :key="p.id" :class="{ gone: !p.active }">
        <h2>{{ p.name }}</h2>
        <p>
          {{ p.role === 'lead' ? 'Lead' : 'Crew' }}{{ p.active ? '' : ', has left' }}. {{ p.hasPin ? 'Has a bench PIN.' : 'No bench PIN.' }}
        </p>
        <Button v-if="mayChange(p)" label="Change" severity="secondary" :aria-label="`Change ${p.name}`" @click="editing = p" />
      </li>
    </ul>
    <Sheet v-if="editing !== undefined" :title="editing ? editing.name : 'A new person'" @close="editing = undefined">
      <PersonForm :person="editing" @close="editing = undefined" />
    </Sheet>
  </div>
</template>

<style scoped>
ul { list-style: none; padding: 0; border-top: 1px solid var(--line); }
li {
  display: grid;
  grid-template-columns: 16rem 1fr auto;
  gap: 1rem;
  align-items: center;
  padding: 0.8rem 0;
  border-bottom: 1px solid var(--line);
  min-height: 72px;
}
.gone { color: var(--muted); }
@media (max-width: 40rem) { li { grid-template-columns: 1fr; gap: 0.3rem; justify-items: start; } }
</style>

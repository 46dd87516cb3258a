<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { resistKind } from '#core/trade/materials'
import { capital, countOf } from '#core/basics/units'
import { REUSED_RESISTS, stencilSchema } from '#shared/shelf'
import type { Stencil, StencilEntry } from '#shared/shelf'

/** Stencils that are washed and used again hang on a rail, each with its uses. */
const studio = useStudioStore()
const hanging = computed(() => studio.stencils.filter(s => !s.putAway))
const form = reactive<StencilEntry>({ name: '', resist: REUSED_RESISTS[0]! })
const { errors, problem, busy, submit } = useEntry(
  () => stencilSchema,
  () => form,
)
const adding = ref(false)

async function add() {
  if (!(await submit(() => command<Stencil>('stencils', { stencil: form })))) return
  await studio.loadShelf()
  form.name = ''
  adding.value = false
}
async function putAway(stencil: Stencil) {
  problem.value = ''
  await api(`stencils/${stencil.id}`, 'PUT', { putAway: true }).then(studio.loadShelf, (e: Error) => (problem.value = e.message))
}
</script>

<template>
  <section aria-label="Stencils used again">
    <h2>Stencils used again</h2>
    <p v-if="hanging.length === 0" class="muted">
      Mesh and loose stencils are washed, dried and used again. Hang one here and its uses are counted.
    </p>
    <ul>
      <li v-for="s in hanging" :key="s.id">
        <strong>{{ s.name }}</strong> <span class="muted">{{ resistKind(s.resist).name }}</span>
        {{ ' ' }}<span class="numeral">{{ countOf(s.uses, 'use') }}</span>
        {{ ' ' }}<Button severity="secondary" label="Put away" :aria-label="`Put ${s.name} away`" @click="putAway(s)" />
      </li>
    </ul>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <Button v-if="!adding" severity="secondary" label="Hang up a stencil" @click="adding = true" />
    <form v-else novalidate @submit.prevent="add">
      <TextField v-model="form.name" label="What it shows" :error="errors.name" />
      <ChoiceField
        v-model="form.resist"
        label="Made of"
        :options="REUSED_RESISTS.map(r => ({ id: r, text: capital(resistKind(r).name) }))"
        :error="errors.resist"
      />
      <SaveBar label="Hang it up" :busy="busy" @leave="adding = false" />
    </form>
  </section>
</template>

<style scoped>
section { margin-top: 2.2rem; border-top: 4px solid var(--line); padding-top: 0.8rem; }
ul { list-style: none; padding: 0; margin: 0.5rem 0; display: flex; flex-wrap: wrap; gap: 0.5rem 2.5rem; }
li { display: flex; flex-wrap: wrap; align-items: baseline; gap: 0 0.7rem; border-left: 2px solid var(--glass); padding-left: 0.7rem; }
.numeral { font-size: 1.3rem; }
form { display: grid; gap: 0.8rem; max-width: 34rem; }
</style>

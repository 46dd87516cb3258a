<script setup lang="ts">
import type { Sheet } from '#shared/sheets'

/** One cut sheet: stencils of a piece, their passes, and the resist they are cut from. `new` begins one. */
const id = String(useRoute().params.id)
const studio = useStudioStore()
const work = useWorkStore()
const { set: asked } = useRoute().query
const set = typeof asked === 'string' ? asked : null
const sheet = ref<Sheet | null>(null)
const problem = ref('')
if (id !== 'new')
  await api<Sheet>(`sheets/${id}`).then(
    s => (sheet.value = s),
    (e: Error) => (problem.value = e.message),
  )
</script>

<template>
  <div class="page">
    <header class="page-head">
      <h1>{{ id === 'new' ? 'New cut sheet' : sheet?.name ?? 'Cut sheet' }}</h1>
      <NuxtLink to="/stencils">All stencils</NuxtLink>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <SheetDesk v-else-if="studio.studio && work.loaded" :sheet="sheet" :set="set" />
  </div>
</template>

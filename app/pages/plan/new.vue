<script setup lang="ts">
import Button from 'primevue/button'
import { v7 } from 'uuid'
import { jobOf } from '#shared/jobs'
import { planOfStencils } from '#shared/named'
import type { Job } from '#shared/passes'
import type { JobTemplate } from '#shared/templates'

// What it begins as is part of what it is.
definePageMeta({ key: route => route.fullPath })
const studio = useStudioStore()
const route = useRoute()
const query = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : null)
const [again, template, stencils] = [query('again'), query('template'), query('stencils')]
/** The job that this one is to be like. */
const like = ref<Pick<Job, 'id' | 'entered'> & { customer?: string, name?: string } | null>(null)
const templates = ref<JobTemplate[]>([])
const loadTemplates = toldLoad('the templates', async () => void (templates.value = await apiList<JobTemplate>('templates')))
const problem = ref('')
const saved = (job: Job, pass: string) => navigateTo(job.passes.length > 1 ? `/plan/${job.id}?pass=${pass}` : `/plan/${job.id}`)
const ready = ref(again === null && template === null && stencils === null)
onMounted(async () => {
  try {
    await loadTemplates()
    if (again !== null) like.value = await api<Job>(`jobs/${again}`)
    if (template !== null) like.value = templates.value.find(t => t.id === template) ?? null
    if (stencils !== null) like.value = await eachWithItsOwn(stencils.split(','))
    if (template !== null && !like.value) problem.value = 'That template is no longer kept. Begin with another, or with nothing.'
  }
  catch (error) {
    // Without the list of templates a job is planned as well.
    if (!ready.value) problem.value = (error as Error).message
  }
  ready.value = true
})
/** A piece for each of these stencils. */
async function eachWithItsOwn(ids: string[]) {
  if (!studio.artworks) await studio.loadArtworks()
  const arts = ids.flatMap(id => studio.artwork(id) ?? [])
  return { id: ids[0]!, name: 'A stencil for each piece', entered: jobOf(planOfStencils(arts), { set: v7(), pass: v7() }) }
}
const title = computed(() => (like.value?.customer ? `Again for ${like.value.customer}` : (like.value?.name ?? 'Plan a job')))
async function remove() {
  await api(`templates/${template}`, 'DELETE')
  await navigateTo('/plan/new')
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <h1>{{ title }}</h1>
      <p v-if="like && template !== null" class="do">
        <Button type="button" severity="secondary" label="Remove this template" @click="remove" />
      </p>
      <p v-else-if="!like && templates.length" class="do">
        <span class="muted">Begin with</span>
        <NuxtLink v-for="t in templates" :key="t.id" class="button" :to="`/plan/new?template=${t.id}`" external>{{ t.name }}</NuxtLink>
      </p>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <PlanDesk v-if="studio.studio && ready" :key="like?.id ?? 'new'" :job="null" :like="like" @saved="saved" />
  </div>
</template>

<style scoped>
.do { display: flex; flex-wrap: wrap; gap: 0.5rem; align-items: baseline; }
</style>

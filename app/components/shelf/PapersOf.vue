<script setup lang="ts">
import { v7 } from 'uuid'
import { MOST_PAPER, PAPER_KINDS } from '#shared/papers'
import type { Paper, PaperKind } from '#shared/papers'

/** Label and safety data sheet of a product, or the papers of a container: one tap to read, one file to load. */
const props = defineProps<{ product?: string, container?: string, /** Only to read: at the bench. */ plain?: boolean }>()
const papers = ref<Paper[] | null>(null)
const problem = ref('')
const busy = ref(false)
const kind = ref<PaperKind>(props.container ? 'waste' : 'data-sheet')
const whose = computed(() =>
  props.container ? `container=${props.container}` : `product=${encodeURIComponent(props.product ?? '')}`,
)
const load = () =>
  api<Paper[]>(`papers?${whose.value}`).then(
    found => void (papers.value = found),
    (e: Error) => void (problem.value = e.message),
  )
watch(whose, load, { immediate: props.plain === true })
const kinds = PAPER_KINDS.filter(k => k.id !== 'waste').map(k => ({ id: k.id as PaperKind, text: k.text }))
const textOf = (p: Paper) => PAPER_KINDS.find(k => k.id === p.kind)!.text
const opened = (event: Event) => void ((event.target as HTMLDetailsElement).open && papers.value === null && load())

async function add(file: File) {
  problem.value = file.size > MOST_PAPER ? 'A paper may have 10 MB. Save it smaller.' : ''
  if (problem.value) return
  busy.value = true
  const head = `id=${v7()}&kind=${kind.value}&name=${encodeURIComponent(file.name.slice(0, 120))}&${whose.value}`
  await apiPdf<Paper[]>(`papers?${head}`, file).then(
    found => (papers.value = found),
    (e: Error) => (problem.value = e.message),
  )
  busy.value = false
}
async function putAway(paper: Paper) {
  await api(`papers/${paper.id}`, 'DELETE').then(load, (e: Error) => (problem.value = e.message))
}
</script>

<template>
  <p v-if="plain" class="plain">
    <a v-for="p in papers ?? []" :key="p.id" :href="`/api/papers/${p.id}`" target="_blank" rel="noopener">{{ textOf(p) }}: {{ p.name }}</a>
    <span v-if="papers?.length === 0" class="muted">No data sheet is kept for {{ product }}. Load it on the shelf.</span>
  </p>
  <details v-else @toggle="opened">
    <summary>{{ container ? 'Papers' : 'Label and data sheet' }}</summary>
    <ul>
      <li v-for="p in papers ?? []" :key="p.id">
        <a :href="`/api/papers/${p.id}`" target="_blank" rel="noopener">{{ textOf(p) }}: {{ p.name }}</a>
        <button type="button" class="as-link" :aria-label="`Take ${p.name} away`" @click="putAway(p)">Take it away</button>
      </li>
    </ul>
    <div class="add">
      <SelectField v-if="!container" v-model="kind" label="What it is" :options="kinds" />
      <PickFile label="Load a PDF" accept="application/pdf" :disabled="busy" @pick="add" />
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </details>
</template>

<style scoped>
summary { padding: 0.5rem 0; }
ul { list-style: none; padding: 0; }
li { display: flex; flex-wrap: wrap; gap: 0 1rem; align-items: baseline; }
.add { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; margin: 0.5rem 0; }
.plain { display: flex; flex-wrap: wrap; gap: 0 1.2rem; }
</style>

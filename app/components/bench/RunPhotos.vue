<script setup lang="ts">
import { pieceLabel } from '#core/plan/run-plan'
import Select from 'primevue/select'
import type { Photo, RunWithEvents } from '#shared/runs'

/** Pictures of a run, and the tablet's camera for another one. @prop step where the run is; null: only to look at */
const props = defineProps<{ run: RunWithEvents, step: string | null }>()
const studio = useStudioStore()
const houseTime = useHouseTime()
const photos = ref<Photo[]>([])
const problem = ref('')
const work = useWorkStore()
const piece = ref<number | ''>('')
/** Pictures of this run that lie on the device, to be seen here before the server has them. */
const waiting = computed(() => work.outbox.filter(w => w.kind === 'photo' && w.runId === props.run.id).length)
watch(waiting, (now, before) => void (now < before && load()))

const load = quietLoad('the pictures', async () => (photos.value = await apiList<Photo>(`runs/${props.run.id}/photos`)))
onMounted(load)
onScopeDispose(useLiveTopic('photos', m => m.id === props.run.id && void load()))
const titleOf = (p: Photo) =>
  `${p.piece === null ? 'The run' : pieceLabel(props.run.plan, p.piece)}, `
  + `${props.run.plan.steps.find(s => s.id === p.step)?.title ?? p.step}, ${houseTime.format(p.at, 'HH:mm')}, ${studio.nameOf(p.by)}`
const pieces = computed(() => [
  { id: '' as const, text: 'the whole bench' },
  ...Array.from({ length: props.run.plan.pieces }, (_, i) => ({ id: i + 1, text: pieceLabel(props.run.plan, i + 1) })),
])

function add(file: File) {
  if (props.step === null) return
  problem.value
    = work.addPhoto({ runId: props.run.id, step: props.step, piece: piece.value === '' ? null : piece.value, picture: file }) ?? ''
}
</script>

<template>
  <details v-if="step !== null || photos.length" class="photos" :open="step === null">
    <summary>{{ photos.length === 0 ? 'Pictures' : `Pictures (${photos.length})` }}</summary>
    <div v-if="step !== null" class="add">
      <PickFile camera label="Take a picture" accept="image/*" @pick="add" />
      <Select
        v-model="piece"
        :options="pieces"
        option-label="text"
        option-value="id"
        placeholder="the whole bench"
        aria-label="What it shows"
      />
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="waiting" role="status">
      {{ waiting === 1 ? 'One picture is' : `${waiting} pictures are` }} kept on this device and on the way to the server.
    </p>
    <ul>
      <li v-for="p in photos" :key="p.id">
        <a :href="`/api/photos/${p.id}`" target="_blank">
          <img :src="`/api/photos/${p.id}`" :alt="titleOf(p)" loading="lazy" :width="p.width" :height="p.height">
        </a>
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary { padding: 0.6rem 0; }
.add { display: flex; flex-wrap: wrap; gap: 0.6rem; margin-bottom: 0.6rem; }
.add label { min-height: 56px; cursor: pointer; display: inline-flex; align-items: center; }
.add label:focus-within { outline: 3px solid var(--glass); outline-offset: 2px; }
ul { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: 0.6rem; }
img { height: 112px; width: auto; display: block; background: var(--card); }
</style>

<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { v7 } from 'uuid'
import { FACES } from '#core/art/drawing'
import { FACE_LIMIT } from '#shared/faces'
import type { OwnFace } from '#shared/faces'
import type { ArtSourceForm } from '#shared/artworks'

/** Letters: what they say, in which face, and, where somebody asks, how far apart and how bent. */
type Letters = Pick<Extract<ArtSourceForm, { kind: 'letters' }>, 'text' | 'face' | 'align' | 'spacing' | 'lineGap' | 'arc'>
const props = defineProps<{
  errors: Record<string, string | undefined>
  /** How its fields are called in the form's errors. */
  prefix: string
}>()
const letters = defineModel<Letters>({ required: true })
const studio = useStudioStore()
onMounted(() => studio.faces ?? studio.loadFaces().catch(() => {}))
const faces = computed(() => [
  ...FACES.map(f => ({ id: f.id as string, text: f.text as string })),
  ...(studio.faces?.map(f => ({ id: f.id, text: f.name })) ?? []),
])
const problem = ref('')
/** A font file of the studio's own, kept beside those that ship. */
async function load(file: File) {
  problem.value = ''
  if (file.size > FACE_LIMIT) {
    problem.value = `"${file.name}" is larger than 2 MB. Fonts for one script are smaller: choose one of them.`
    return
  }
  try {
    const id = v7()
    const name = file.name.replace(/\.[a-z0-9]+$/i, '').slice(0, 60)
    await apiFont<OwnFace>(`faces?${new URLSearchParams({ id, name })}`, file)
    await studio.loadFaces()
    letters.value.face = id
  }
  catch (error) {
    problem.value = (error as Error).message
  }
}
const LINES = [{ id: 'left', text: 'Left' }, { id: 'middle', text: 'Middle' }, { id: 'right', text: 'Right' }]
const several = computed(() => letters.value.text.includes('\n'))
const error = (field: string) => props.errors[`${props.prefix}${field}`]
const setting = ref(Boolean(letters.value.spacing || letters.value.lineGap || letters.value.arc))
const field = (key: 'spacing' | 'lineGap' | 'arc') =>
  computed({ get: () => letters.value[key] ?? '', set: text => (letters.value[key] = text) })
const [spacing, lineGap, arc] = [field('spacing'), field('lineGap'), field('arc')]
</script>

<template>
  <Field v-slot="{ id, described, invalid }" label="What it says" :error="error('text')">
    <Textarea :id="id" v-model="letters.text" rows="2" auto-resize fluid :aria-describedby="described" :invalid="invalid" />
  </Field>
  <SelectField v-model="letters.face" label="Letters" :options="faces" />
  <PickFile plain label="Add a font of your own (TTF, OTF, WOFF)" accept=".ttf,.otf,.woff" @pick="load" />
  <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  <ChoiceField v-if="several" v-model="letters.align" label="Lines" :options="LINES" />
  <button v-if="!setting" type="button" class="as-link" @click="setting = true">Spacing and bend</button>
  <div v-else class="three">
    <TextField v-model="spacing" label="Letter spacing" hint="% of a capital's height; minus is tighter" :error="error('spacing')" />
    <TextField v-if="several" v-model="lineGap" label="Line spacing" hint="In capital heights; usually 1.6" :error="error('lineGap')" />
    <TextField v-model="arc" label="Bend" hint="Degrees; −60 curves it like a bowl" :error="error('arc')" />
  </div>
</template>

<style scoped>
.three { display: grid; grid-template-columns: repeat(auto-fit, minmax(7rem, 1fr)); gap: 0.6rem; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Textarea from 'primevue/textarea'
import { v7 } from 'uuid'
import { commonCapital, lostSize, readNames } from '#core/art/drawing'
import { artFigures, findingsOf, leastOf, narrowestOf } from '#core/art/art-report'
import type { Ring } from '#core/basics/outline'
import { formatNumber, parseLength } from '#core/basics/units'
import { asWritten } from '#shared/written'
import { artworkSchema, namedLetters, setBy, TRIED, triedLetters, withCapital, withName } from '#shared/artworks'
import type { Artwork, ArtworkForm } from '#shared/artworks'
import type { LookResult } from '~/workers/stencil'

/** A list of names, one stencil each, all set as this one is: looked at together, the worst first, before any of them is kept. */
const props = defineProps<{ form: ArtworkForm }>()
const studio = useStudioStore()
const units = useUnits()
const unit = useLengthUnit()
const worker = useStencilWorker()
const text = ref('')
const problem = ref('')
const busy = ref<{ done: number, all: number } | null>(null)
const MOST = 200_000

interface Seen {
  name: string
  form: ArtworkForm
  look: LookResult | null
  /** Why it can't be set as it is. */
  why: string
}
const seen = shallowRef<Seen[]>([])
/** Height of a capital that all of them have, mm; null where each is as wide as was asked. */
const capital = ref<number | null>(null)
const alike = ref(true)
/** What was seen belongs to the names and the settings of then. */
const meant = computed(() => JSON.stringify([text.value, setBy(props.form), alike.value]))
watch(meant, () => (seen.value = []))
const names = computed(() => {
  try {
    return text.value.trim() ? { list: readNames(text.value), error: '' } : { list: [], error: '' }
  }
  catch (error) {
    return { list: [], error: (error as Error).message }
  }
})

async function load(file: File) {
  problem.value = ''
  if (file.size > MOST) problem.value = `"${file.name}" is too large for a list of names. Save only the names as CSV.`
  else text.value = (await file.text()).trim()
}

/** Nobody said how tall: then a short name would be set taller than a long one. */
const anyHeight = computed(() => names.value.list.length > 1 && namedLetters(props.form)?.capital.trim() === '')
/** Height of a capital at which the longest name fills the width, mm; null where it can't be had. */
async function commonHeight(stands: () => boolean): Promise<number | null> {
  const schema = artworkSchema(unit.value)
  const room = parseLength(namedLetters(props.form)!.width, unit.value)
  const tried: Ring[][] = []
  for (const name of names.value.list) {
    if (!stands()) break
    const read = schema.safeParse(triedLetters(withName(plain(props.form), name)))
    // A name that can't be set is said when it is looked at.
    const open = read.success ? await worker.ask<Ring[]>(openTask(read.data)).catch(() => null) : null
    if (open) tried.push(open)
  }
  return room.ok && tried.length > 0 ? commonCapital(tried, TRIED.capital, room.value) : null
}

async function lookAtOne(name: string, form: ArtworkForm): Promise<Seen> {
  const read = artworkSchema(unit.value).safeParse(form)
  if (!read.success) return { name, form, look: null, why: read.error.issues[0]!.message }
  return worker.ask<LookResult>(lookTask(read.data)).then(
    look => ({ name, form, look, why: '' }),
    (e: Error) => ({ name, form, look: null, why: e.message }),
  )
}
async function lookAtAll() {
  problem.value = ''
  const found = await forWhatStands(() => meant.value, async (stands) => {
    const { list } = names.value
    const all: Seen[] = []
    busy.value = { done: 0, all: list.length }
    const height = anyHeight.value && alike.value ? await commonHeight(stands) : null
    const base = height === null ? plain(props.form) : withCapital(plain(props.form), `${formatNumber(height, 1)} mm`)
    for (const name of list) {
      if (!stands()) break
      busy.value = { done: all.length, all: list.length }
      all.push(await lookAtOne(name, withName(base, name)))
    }
    return { all, height }
  })
  seen.value = found.all
  capital.value = found.height
  busy.value = null
}
const counted = ({ look, form }: Seen) => {
  const found = look ? findingsOf(look.report, leastOf(form.cutBy, studio.rules)).filter(f => f.count > 0) : []
  return { change: found.filter(f => f.weight === 'change').length, care: found.filter(f => f.weight === 'care').length }
}
const worth = (s: Seen) => (s.look ? 100 * counted(s).change + counted(s).care + lostSize(s.look.shrunk) : Infinity)
/** What its report says, in a line. */
function said(s: Seen): string {
  if (!s.look) return s.why
  const { change, care } = counted(s)
  const { bridge, opening } = narrowestOf(s.look.report)
  const narrow = [bridge, opening].filter(mm => mm !== null)
  const finest = narrow.length > 0 ? `, finest ${units.length(Math.min(...narrow))}` : ''
  if (change > 0) return `${change} to fix${care > 0 ? `, ${care} to watch` : ''}${finest}`
  return care > 0 ? `${care} to watch${finest}` : `nothing to fix${finest}`
}
const worst = computed(() => [...seen.value].sort((a, b) => worth(b) - worth(a)))
const fit = computed(() => seen.value.filter(s => s.look))
const line = (name: string) => name.replace(/\n/g, ' ')
const size = ({ look }: Seen) => {
  if (!look) return ''
  const { left, right, top, bottom } = look.sheet
  const wide = 2 * studio.rules.border
  return `${units.length(right - left - wide)} × ${units.length(bottom - top - wide)}`
}

/** @param plan goes on to a plan with a piece for each */
async function keep(plan: boolean) {
  const schema = artworkSchema(unit.value)
  const done: string[] = []
  try {
    for (const { form, look } of fit.value) {
      busy.value = { done: done.length, all: fit.value.length }
      const figures = artFigures(look!.open, look!.report)
      const { id } = await api<Artwork>('artworks', 'POST', { id: v7(), artwork: asWritten(schema, form), figures })
      done.push(id)
    }
    await studio.loadArtworks()
    await navigateTo(plan ? `/plan/new?stencils=${done.join(',')}` : '/stencils')
  }
  catch (error) {
    problem.value = `${(error as Error).message}${done.length > 0 ? ` The ${done.length} before it are kept.` : ''}`
  }
  finally {
    busy.value = null
  }
}
</script>

<template>
  <section aria-label="A stencil for each name">
    <h3>A stencil for each name</h3>
    <Field
      v-slot="{ id, described, invalid }"
      label="Names, one a line"
      hint="Commas make more lines of letters."
      :error="names.error || undefined"
    >
      <Textarea :id="id" v-model="text" rows="2" auto-resize fluid :aria-describedby="described" :invalid="invalid" />
    </Field>
    <p class="row">
      <PickFile label="Load a list (CSV)" accept=".csv,text/csv,text/plain" @pick="load" />
      <label v-if="anyHeight" class="check"><Checkbox v-model="alike" binary /> Same letter height for every name</label>
      <Button
        v-if="names.list.length && !seen.length"
        type="button"
        :label="names.list.length === 1 ? 'Check it' : `Check all ${names.list.length}`"
        :disabled="busy !== null"
        @click="lookAtAll"
      />
    </p>
    <p v-if="busy" role="status">{{ busy.done + 1 }} of {{ busy.all }}.</p>
    <template v-if="seen.length">
      <p v-if="capital !== null">Capitals {{ units.length(capital) }} tall, so that the longest name fits.</p>
      <ul>
        <li v-for="s in worst" :key="s.name" :class="{ bad: !s.look }">
          <strong>{{ line(s.name) }}</strong> <span class="muted">{{ size(s) }}</span>
          <span>{{ said(s) }}</span>
          <span v-for="(small, i) in s.look?.shrunk ?? []" :key="i">{{ shrunkWords(units, small) }}</span>
        </li>
      </ul>
      <p v-if="fit.length" class="row">
        <Button
          type="button"
          :label="fit.length === 1 ? 'Keep it and plan the piece' : 'Keep them and plan a piece for each'"
          :disabled="busy !== null"
          @click="keep(true)"
        />
        <Button
          type="button"
          severity="secondary"
          :label="fit.length === 1 ? 'Keep this stencil' : `Keep these ${fit.length} stencils`"
          :disabled="busy !== null"
          @click="keep(false)"
        />
      </p>
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; justify-items: start; border-top: 1px solid var(--line); padding-top: 0.9rem; }
section > :deep(.field) { width: 100%; }
h3 { font-size: 1.2rem; }
.row { display: flex; flex-wrap: wrap; gap: 0.5rem; }
ul { list-style: none; padding: 0; display: grid; width: 100%; }
li { display: grid; grid-template-columns: 1fr auto; gap: 0 0.6rem; border-top: 1px solid var(--line); padding: 0.4rem 0; }
li > :nth-child(n + 3) { grid-column: 1 / -1; }
.bad > :last-child { border-left: 4px double var(--frost); padding-left: 0.5rem; }
</style>

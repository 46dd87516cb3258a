<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { z } from 'zod'
import { formatDay } from '#core/basics/zone'
import { parseMass, parseVolume } from '#core/basics/units'
import { mayGoIn, WASTE_KINDS, wasteAmount, wasteKind } from '#core/trade/waste'
import type { WasteId } from '#core/trade/waste'
import { leaveSchema } from '#shared/tubs'
import type { Container, ContainerLine } from '#shared/tubs'

/** One waste container: what is in it, what may go in, its label, and when it left. */
const id = String(useRoute().params.id)
const store = useTubsStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const lines = ref<ContainerLine[]>([])
const missing = ref('')
async function load() {
  await Promise.all([store.loadWaste(), apiList<ContainerLine>(`containers/${id}/lines`).then(found => (lines.value = found))]).catch(
    (e: Error) => (missing.value = e.message),
  )
}
onMounted(load)
const container = computed(() => store.container(id))
const full = computed(() => (container.value ? container.value.level / container.value.capacity : 0))

const form = reactive({ kind: 'fluoride-water' as WasteId, amount: '', note: '' })
watch(container, c => c && lines.value.length === 0 && (form.kind = c.content), { immediate: true })
const kinds = WASTE_KINDS.map(k => ({ id: k.id, text: k.name }))
/** Why what is chosen does not belong here, before anybody lifts it. */
const placing = computed(() => (container.value ? mayGoIn(container.value.content, form.kind) : null))
const liquid = computed(() => wasteKind(form.kind).unit === 'ml')
const schema = computed(() =>
  z.object({
    kind: z.custom<WasteId>(),
    note: z.string().max(200, 'Keep it under 200 letters.'),
    amount: z.string().transform((text, context) => {
      const read = liquid.value ? parseVolume(text) : parseMass(text)
      if (read.ok && read.value > 0) return read.value
      context.addIssue({ code: 'custom', message: read.ok ? 'Write how much.' : read.error })
      return z.NEVER
    }),
  }),
)
const { errors, problem, busy, submit } = useEntry(
  () => schema.value,
  () => form,
)
async function putIn() {
  const done = await submit(entry => command<Container>(`containers/${id}/lines`, entry))
  if (!done) return
  form.amount = ''
  form.note = ''
  await load()
}

const leaving = ref(false)
const leave = reactive({ leftOn: houseTime.today(), leftTo: '', leftRule: '' })
const { errors: leaveErrors, problem: leaveProblem, busy: leavingNow, submit: submitLeave } = useEntry(
  () => leaveSchema.omit({ version: true }),
  () => leave,
)
async function left() {
  const done = await submitLeave(entry => api<Container>(`containers/${id}/leave`, 'POST', { ...entry, version: container.value!.version }))
  if (!done) return
  leaving.value = false
  await load()
}
const onlyHere = addressWords()
async function print() {
  const c = container.value!
  const { wasteLabel } = await import('#core/trade/labels')
  const written = (day: string | null) => (day === null ? null : formatDay(day, 'd MMM yyyy'))
  const pdf = await wasteLabel({
    studio: studio.studio?.name ?? '',
    name: c.name,
    content: c.content,
    labelNo: c.labelNo,
    openedOn: written(c.openedOn)!,
    fullBy: written(c.fullBy),
    place: c.place,
    address: location.href,
    emergency: studio.numbers.emergency,
  })
  keepFile(`label-${c.labelNo}.pdf`, 'application/pdf', pdf)
}
</script>

<template>
  <div class="page">
    <p v-if="missing && !container" class="problem" role="alert">{{ missing }}</p>
    <template v-if="container">
      <header class="page-head">
        <div>
          <h1>{{ container.name }}</h1>
          <p class="muted">{{ wasteKind(container.content).name }}, container {{ container.labelNo }}</p>
        </div>
        <NuxtLink class="button" to="/clean-up">All containers</NuxtLink>
      </header>
      <section class="top">
        <ContainerDrawing :full="full" :liquid="wasteKind(container.content).unit === 'ml'" />
        <div>
          <p class="numeral level">
            {{ wasteAmount(container.content, container.level) }} of {{ wasteAmount(container.content, container.capacity) }}
          </p>
          <p>
            Started {{ formatDay(container.openedOn, 'd MMM yyyy') }}{{ container.place ? `, ${container.place}` : '' }}{{
              container.fullBy ? `. Has to leave by ${formatDay(container.fullBy, 'd MMM yyyy')}` : '' }}.
          </p>
          <ul class="hazards"><li v-for="h in wasteKind(container.content).hazards" :key="h">{{ h }}</li></ul>
          <p v-if="container.leftOn" class="left">
            Left {{ formatDay(container.leftOn, 'd MMM yyyy') }}, to {{ container.leftTo }}, under {{ container.leftRule }}.
          </p>
          <div class="do">
            <Button severity="secondary" label="Print its label" @click="print" />
            <p v-if="onlyHere" class="muted">{{ onlyHere }}</p>
            <Button v-if="!container.leftOn" severity="secondary" label="It's leaving the studio" @click="leaving = true" />
          </div>
        </div>
      </section>
      <section v-if="!container.leftOn" aria-label="Put something in">
        <h2>Put something in</h2>
        <form novalidate @submit.prevent="putIn">
          <SelectField v-model="form.kind" label="What it is" :options="kinds" />
          <TextField v-model="form.amount" label="How much" :hint="liquid ? '5 L' : '200 g'" :error="errors.amount" />
          <TextField v-model="form.note" label="Where it comes from" hint="Leave blank when it is plain" :error="errors.note" />
          <Button type="submit" label="It went in" :disabled="busy || placing?.ok === false" />
        </form>
        <p v-if="placing && !placing.ok" class="problem" role="alert">Not in here. {{ placing.why }}</p>
        <p v-else-if="problem" class="problem" role="alert">{{ problem }}</p>
      </section>
      <PapersOf :container="container.id" />
      <section aria-label="What is in it">
        <h2>What is in it</h2>
        <p v-if="lines.length === 0" class="muted">Nothing yet.</p>
        <ol class="lines">
          <li v-for="l in lines" :key="l.id">
            <span class="numeral">{{ houseTime.format(l.at, 'd MMM HH:mm') }}</span> {{ wasteAmount(l.kind, l.amount) }} of
            {{ wasteKind(l.kind).name.toLowerCase() }}{{ l.note ? `, ${l.note}` : '' }}, {{ studio.nameOf(l.by) }}
            <NuxtLink v-if="l.tubId" :to="`/tub/${l.tubId}`">the tub</NuxtLink>
          </li>
        </ol>
      </section>
      <Sheet v-if="leaving" title="Leaving the studio" @close="leaving = false">
        <form class="leave" novalidate @submit.prevent="left">
          <DayField v-model="leave.leftOn" label="On" :error="leaveErrors.leftOn" />
          <TextField v-model="leave.leftTo" label="Who takes it" :error="leaveErrors.leftTo" />
          <TextField v-model="leave.leftRule" label="Under which rule or order" :error="leaveErrors.leftRule" />
          <SaveBar label="It has left" :busy="leavingNow" :problem="leaveProblem" @leave="leaving = false" />
        </form>
      </Sheet>
    </template>
  </div>
</template>

<style scoped>
.top { display: grid; grid-template-columns: auto 1fr; gap: 1.6rem; align-items: start; }
.top :deep(svg) { width: 9rem; height: auto; }
.level { font-size: 2rem; }
.hazards { font-weight: 600; margin: 0.5rem 0; }
.left { border-left: 4px solid var(--glass); padding-left: 0.7rem; margin-bottom: 0.6rem; }
section { margin-bottom: 1.8rem; }
h2 { margin-bottom: 0.5rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
form { display: grid; grid-template-columns: 2fr 1fr 2fr auto; gap: 0.8rem; align-items: start; }
form > :deep(button) { margin-top: 1.75rem; }
.leave { grid-template-columns: 1fr; }
.lines { list-style: none; padding: 0; }
.lines li { padding: 0.3rem 0; border-bottom: 1px solid var(--line); }
@media (max-width: 60rem) { form { grid-template-columns: 1fr 1fr; } }
@media (max-width: 40rem) { form { grid-template-columns: 1fr; } .top { grid-template-columns: 1fr; } }
</style>

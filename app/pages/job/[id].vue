<script setup lang="ts">
import Button from 'primevue/button'
import { capital, countOf, formatDuration } from '#core/basics/units'
import { formatDay } from '#core/basics/zone'
import { resistKind, substrateKind } from '#core/trade/materials'
import { artNames, jobStatus, jobWords, passWords } from '#shared/passes'
import type { Pass } from '#shared/passes'
import type { JobRecord, RecordedRun } from '#shared/record'

/** All there is of a job: what was asked for, how it was made, by whom, with what, what came of it and what it cost. */
const id = String(useRoute().params.id)
const studio = useStudioStore()
const houseTime = useHouseTime()
const words = useStockWords()
const record = ref<JobRecord | null>(null)
const problem = ref('')
const papers = useJobPapers()
const load = () =>
  Promise.all([
    api<JobRecord>(`jobs/${id}/record`),
    studio.studio ?? studio.loadStudio(),
    studio.shelfLoaded || studio.loadShelf(),
    studio.rolls ?? studio.loadRolls(),
    studio.crew.length || studio.loadCrew(),
  ]).then(
    ([found]) => void (record.value = found),
    (e: Error) => void (problem.value = e.message),
  )
onMounted(load)
const job = computed(() => record.value!.job)
const STATUS = { planned: 'Planned', running: 'On the bench', done: 'Done', dropped: 'Dropped' }
const stands = (p: Pass) => (p.status === 'planned' && p.done.length > 0 ? `${p.done.length} of ${p.pieces} through` : STATUS[p.status])
const made = (p: Pass) =>
  [
    artNames(p.placements).join(', '),
    studio.lot(p.lotId)?.productName,
    `under ${resistKind(p.resist).name}`,
    `on ${substrateKind(p.substrate).name}`,
  ].filter(Boolean).join(', ')
const runTitle = (r: RecordedRun) => `${countOf(r.pieces.length, r.noun)}${r.passes > 1 ? `, pass ${r.passNo}` : ''}`
const people = (r: RecordedRun) => r.people.map(p => `${studio.nameOf(p.id)} (${p.entries})`).join(', ')
const worked = computed(() => record.value!.runs.reduce((sum, r) => sum + r.worked, 0))
/** Those of a piece stand with it. */
const photos = computed(() => record.value!.runs.flatMap(r => r.photos.filter(p => p.piece === null)))
const gone = computed(() => record.value!.taken.filter(t => t.change < 0))
async function print(which: keyof typeof papers) {
  problem.value = ''
  try {
    await papers[which](record.value!)
  }
  catch (error) {
    problem.value = `That paper could not be made: ${(error as Error).message}`
  }
}
</script>

<template>
  <div class="page">
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <template v-if="record && studio.studio">
      <header class="page-head">
        <div>
          <h1>{{ jobWords(job.passes) }} for {{ job.customer }}</h1>
          <p class="muted">Due {{ formatDay(job.dueOn, 'EEEE d MMMM yyyy') }}. {{ STATUS[jobStatus(job.passes)] }}.</p>
        </div>
        <p class="ways">
          <NuxtLink :to="`/plan/${id}`">The plan</NuxtLink>
          <NuxtLink :to="`/quote/${id}`">Quote</NuxtLink>
          <NuxtLink :to="`/customer/${job.customerId}`">{{ job.customer }}</NuxtLink>
          <NuxtLink :to="`/plan/new?again=${id}`">Plan it again</NuxtLink>
        </p>
      </header>
      <p v-if="job.notes" class="notes">{{ job.notes }}</p>
      <div class="papers no-print">
        <Button severity="secondary" label="Job sheet" @click="print('sheet')" />
        <Button severity="secondary" label="Job record" @click="print('written')" />
        <Button severity="secondary" label="Care cards" @click="print('cards')" />
      </div>
      <section aria-label="What is made">
        <ul class="passes">
          <li v-for="p in job.passes" :key="p.id">
            <span class="dark dark-card">
              <PieceSilhouette :shape="shapeOfPass(p)" :size="84" :wide="84" :frosted="p.status === 'done'" />
            </span>
            <span>
              <strong><NuxtLink :to="`/plan/${id}?pass=${p.id}`">{{ capital(passWords({ ...p, done: [] })) }}</NuxtLink></strong><br>
              <span class="muted">{{ made(p) }}</span><br>{{ stands(p) }}
            </span>
          </li>
        </ul>
      </section>
      <p v-if="record.runs.length === 0" class="muted">Nothing of it has been on the bench yet.</p>
      <template v-else>
        <section v-for="r in record.runs" :key="r.id" class="run" :aria-label="`Run of ${houseTime.format(r.startedAt, 'd MMM HH:mm')}`">
          <h2><NuxtLink :to="`/log/${r.id}`">{{ capital(runTitle(r)) }}</NuxtLink></h2>
          <p class="muted">
            {{ houseTime.format(r.startedAt, 'EEEE d MMMM yyyy, HH:mm') }} to
            {{ r.endedAt ? houseTime.format(r.endedAt, 'HH:mm') : 'now' }}{{ r.abandoned ? ', stopped' : '' }}.
            {{ formatDuration(Math.round(r.worked)) }} of work. Entries by {{ people(r) }}.
          </p>
          <RunTimeline :run="r" />
        </section>
        <section aria-label="Pieces">
          <h2>Pieces</h2>
          <div class="scroll" tabindex="0" role="region" aria-label="Pieces of this job"><PieceStories :runs="record.runs" /></div>
        </section>
        <div class="two">
          <section aria-label="Cost">
            <h2>Cost</h2>
            <SpentTable :record="record" />
          </section>
          <section aria-label="From the shelf">
            <h2>From the shelf</h2>
            <ul class="plain">
              <li v-for="t in gone" :key="t.id"><span class="numeral">{{ words.amount(t.kind, -t.change) }}</span> of {{ t.name }}</li>
            </ul>
            <p class="muted">{{ formatDuration(Math.round(worked)) }} of hands-on work in all.</p>
          </section>
        </div>
        <section v-if="photos.length" aria-label="Pictures">
          <h2>Pictures</h2>
          <ul class="photos">
            <li v-for="p in photos" :key="p.id">
              <a :href="`/api/photos/${p.id}`" target="_blank"><img
                :src="`/api/photos/${p.id}`"
                alt="Taken at the bench"
                loading="lazy"
              ></a>
            </li>
          </ul>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
.ways, .papers { display: flex; flex-wrap: wrap; gap: 0.6rem 1.2rem; }
.papers { margin: 0.6rem 0 1.2rem; gap: 0.7rem; }
.notes { max-width: 46rem; white-space: pre-line; }
.passes { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(21rem, 1fr)); gap: 1rem 1.6rem; }
.passes li { display: grid; grid-template-columns: 104px 1fr; gap: 1rem; align-items: center; }
.dark { padding: 0.6rem; display: grid; place-items: center; }
section { margin-top: 1.4rem; }
h2 { margin-bottom: 0.3rem; }
.scroll { overflow-x: auto; }
.two { display: grid; grid-template-columns: 3fr 2fr; gap: 2rem; }
.plain { list-style: none; padding: 0; margin: 0.3rem 0; }
.photos { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: 0.6rem; }
img { height: 132px; width: auto; display: block; background: var(--card); }
@media (max-width: 56rem) { .two { grid-template-columns: 1fr; } .passes { grid-template-columns: 1fr; } }
</style>

<script setup lang="ts">
import { seenOnPiece } from '#core/bench/look'
import { capital, formatDuration } from '#core/basics/units'
import type { RecordedRun } from '#shared/record'

/** Each piece by itself: which runs it went through, and what came of it. */
const props = defineProps<{ runs: RecordedRun[] }>()
type Piece = RecordedRun['pieces'][number]
interface Story {
  key: string
  noun: string
  number: number
  name: string
  parts: { run: RecordedRun, piece: Piece }[]
}
const stories = computed(() => {
  const byPiece = new Map<string, Story>()
  for (const run of props.runs)
    for (const piece of run.pieces) {
      const key = `${run.noun} ${piece.number}`
      const story = byPiece.get(key) ?? { key, noun: run.noun, number: piece.number, name: piece.name, parts: [] }
      story.parts.push({ run, piece })
      byPiece.set(key, story)
    }
  return [...byPiece.values()].sort((a, b) => a.noun.localeCompare(b.noun) || a.number - b.number)
})
const photosOf = ({ photos }: RecordedRun, { n }: Piece) => photos.filter(photo => photo.piece === n)
const came = (p: Piece) => (p.withdrawn ? 'taken out' : p.early && !p.result ? 'off early' : p.result ?? 'not judged yet')
</script>

<template>
  <table>
    <thead>
      <tr>
        <th v-for="title in ['Piece', 'Time it had', 'Came out', 'Seen on it', 'Pictures']" :key="title" scope="col">{{ title }}</th>
      </tr>
    </thead>
    <tbody v-for="s in stories" :key="s.key">
      <tr v-for="({ run, piece }, i) in s.parts" :key="run.id">
        <th v-if="i === 0" scope="rowgroup" :rowspan="s.parts.length">{{ capital(s.key) }}{{ s.name ? `, ${s.name}` : '' }}</th>
        <td class="numeral">
          <NuxtLink :to="`/log/${run.id}`">{{ piece.dwell === null ? '–' : formatDuration(Math.round(piece.dwell)) }}</NuxtLink>
          <span v-if="run.passes > 1" class="pass"> pass {{ run.passNo }}</span>
        </td>
        <td>{{ came(piece) }}</td>
        <td>{{ seenOnPiece(piece).join('; ') }}</td>
        <td>
          <a v-for="p in photosOf(run, piece)" :key="p.id" :href="`/api/photos/${p.id}`" target="_blank"><img
            :src="`/api/photos/${p.id}`"
            :alt="`${capital(s.key)}, at the bench`"
            loading="lazy"
          ></a>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table { width: 100%; }
th, td { text-align: left; padding: 0.45rem 1rem 0.45rem 0; border-bottom: 1px solid var(--line); vertical-align: baseline; }
thead th { color: var(--muted); font-size: 0.92rem; }
td.numeral { white-space: nowrap; font-size: 1.15rem; }
img { height: 44px; width: auto; margin-right: 0.3rem; vertical-align: middle; }
.pass { font: 400 0.92rem/1 var(--body); }
</style>

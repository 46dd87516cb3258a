<script setup lang="ts">
import Button from 'primevue/button'
import { formatArea, formatNumber } from '#core/basics/units'
import { narrowestOf } from '#core/art/art-report'
import type { Fix, StencilReport } from '#core/art/art-report'

/** A fix before it is taken: the figures as they are and as they would be. The drawing beside it shows the old line dashed. */
const props = defineProps<{ fix: Fix, before: StencilReport, after: StencilReport | null, problem: string }>()
const emit = defineEmits<{ take: [], leave: [] }>()
const TITLES: Record<Fix['kind'], string> = {
  bridges: 'Tie the islands with bridges',
  thicken: 'Thicken thin resist',
  round: 'Round off what is too fine',
  specks: 'Drop specks',
  undercut: 'Cut smaller, by the undercut',
}
const width = (v: number | null) => (v === null ? 'over 5 mm' : v < 0.01 ? 'under 0.01 mm' : `${formatNumber(v, 2)} mm`)
const rows = computed(() => {
  const of = (r: StencilReport) => [
    formatArea(r.openArea),
    String(r.pieces.length),
    String(r.islands.length),
    width(narrowestOf(r).bridge),
    width(narrowestOf(r).opening),
    `${formatNumber(r.cutLength / 1000, 2)} m`,
  ]
  const [b, a] = [of(props.before), props.after && of(props.after)]
  return ['Frosted', 'Parts to weed', 'Islands', 'Narrowest bridge', 'Narrowest opening', 'To cut'].map((name, i) => ({
    name,
    before: b[i]!,
    after: a?.[i] ?? '…',
  }))
})
</script>

<template>
  <section class="fix" aria-label="A fix to look at">
    <h2>{{ TITLES[fix.kind] }}</h2>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <table v-else>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Figure</span></th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.name" :class="{ same: r.before === r.after }">
          <th scope="row">{{ r.name }}</th>
          <td>{{ r.before }}</td>
          <td>{{ r.after }}</td>
        </tr>
      </tbody>
    </table>
    <p class="do">
      <Button
        v-if="after"
        label="Take this fix"
        @click="emit('take')"
      /> <Button severity="secondary" label="Cancel" @click="emit('leave')" />
    </p>
  </section>
</template>

<style scoped>
.fix { border-left: 4px solid var(--frost); padding-left: 0.8rem; display: grid; gap: 0.6rem; }
h2 { font-size: 1.4rem; }
th { text-align: left; font-weight: 600; padding: 0.25rem 0.5rem 0.25rem 0; }
thead th { color: var(--muted); }
td { font: 600 1.15rem/1.2 var(--display); padding: 0.25rem 0.5rem 0.25rem 0; }
.same { color: var(--muted); }
.same th, .same td { font-weight: 400; }
.do { display: flex; gap: 0.6rem; }
</style>

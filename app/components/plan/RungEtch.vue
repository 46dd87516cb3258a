<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import RadioButton from 'primevue/radiobutton'
import Select from 'primevue/select'
import { BLAST_LOOKS } from '#core/plan/blast'
import { judge, PLAIN, rowWords } from '#core/trade/compatibility'
import { etchantKind, RESISTS, resistKind } from '#core/trade/materials'
import type { EtchantKindId, ResistId } from '#core/trade/materials'
import type { RankedChain, Ranking } from '#core/plan/rank'
import { capital } from '#core/basics/units'
import type { PlanForm } from '#shared/jobs'

/** Resist and etchant: ranked with reasons; another choice is always possible short of "never". */
const props = defineProps<{ errors: Record<string, string>, ranking: Ranking | null }>()
const emit = defineEmits<{ chose: [] }>()
const form = defineModel<PlanForm>({ required: true })
const studio = useStudioStore()
const reads = useReadings()
const all = ref(false)
const FIRST = 4

const lots = computed(() =>
  studio.lots.filter(b => !b.putAway).map(b => ({ id: b.id, text: `${b.productName}, ${useAmount(b.kind)(b.left)} left` })),
)
const lot = computed(() => studio.lot(form.value.lotId))
const verdictWith = (resist: ResistId, etchant: EtchantKindId) =>
  judge({ substrate: form.value.substrate, etchant, resist }, { ...PLAIN, surface: form.value.surface }).verdict
const resists = computed(() =>
  RESISTS.map(r => ({
    id: r.id,
    text: lot.value ? `${capital(r.name)}: ${verdictWith(r.id, lot.value.kind)}` : capital(r.name),
  })),
)
const blast = computed(() => lot.value && etchantKind(lot.value.kind).method === 'blast')
const reused = computed(() => resistKind(form.value.resist).uses === null)
const stencils = computed(() => [
  { id: '', text: 'Not counted' },
  ...studio.stencils
    .filter(s => !s.putAway && s.resist === form.value.resist)
    .map(s => ({ id: s.id, text: `${s.name}, used ${s.uses} times` })),
])
const pieces = computed(() => pieceWordsOf(form.value))
/** Three bottles with three looks go to the cabinet together. */
const eachLook = computed({
  get: () => (form.value.looks ?? []).length > 0,
  set: on => (form.value.looks = on ? pieces.value.map(() => '' as const) : []),
})
watch(pieces, (now) => {
  if (eachLook.value && form.value.looks!.length !== now.length) form.value.looks = now.map((_, i) => form.value.looks![i] ?? '')
})
const lookChoices = computed(() => [{ id: '' as const, text: 'As above' }, ...BLAST_LOOKS.map(l => ({ id: l.id, text: l.text }))])
const key = (c: RankedChain) => `${c.lot?.id ?? c.etchant}|${c.resist}`
const chosen = computed({
  get: () => `${form.value.lotId}|${form.value.resist}`,
  set: (value) => {
    const chain = props.ranking?.chains.find(c => key(c) === value)
    if (!chain?.lot) return
    emit('chose')
    form.value.lotId = chain.lot.id
    form.value.resist = chain.resist
  },
})
const shown = computed(() => {
  const chains = props.ranking?.chains ?? []
  // What was chosen is always in sight, however far down it ranks.
  return all.value ? chains : chains.filter((c, i) => i < FIRST || key(c) === chosen.value)
})
watch(
  () => form.value.resist,
  (resist) => {
    if (form.value.stencilId && studio.stencil(form.value.stencilId)?.resist !== resist) form.value.stencilId = ''
  },
)
</script>

<template>
  <div class="full">
    <p v-if="!ranking" class="muted">Suggestions appear here once you have said what the piece is made of.</p>
    <p v-else-if="ranking.chains.length === 0" class="problem">Nothing that Crest knows etches this. See why below.</p>
    <div v-else class="chains" role="radiogroup" aria-label="Suggestions, the best first">
      <label v-for="c in shown" :key="key(c)" :class="{ chosen: chosen === key(c), away: !c.lot }">
        <RadioButton v-model="chosen" class="dot" name="chain" :value="key(c)" :disabled="!c.lot" />
        <span class="what"><strong>{{ c.lot?.name ?? capital(etchantKind(c.etchant).name) }}</strong> under
          {{ resistKind(c.resist).name }}<small class="verdict">{{ c.judgement.verdict }}</small></span>
        <span class="pro">{{ c.pros.slice(0, 2).join(' ') }}</span>
        <span v-if="c.cons.length" class="con muted">But: {{ c.cons.slice(0, 2).join(' ') }}</span>
      </label>
    </div>
    <p class="more">
      <button
        v-if="ranking && ranking.chains.length > FIRST"
        type="button"
        class="as-link"
        :aria-expanded="all"
        @click="all = !all"
      >{{ all ? 'Show the best only' : `All ${ranking.chains.length} that are possible` }}</button>
    </p>
    <p v-if="ranking?.log.length" class="muted">
      Your own log has a say in this. <NuxtLink to="/works?by=resist">Look into it</NuxtLink>, or
      <NuxtLink to="/rules">leave it out by house rule</NuxtLink>.
    </p>
    <details v-if="ranking?.walled.length" class="walls">
      <summary>Out of the question here: {{ ranking.walled.map(w => etchantKind(w.etchant).name).join(', ') }}</summary>
      <p v-for="w in ranking.walled" :key="w.etchant">
        <strong>{{ capital(etchantKind(w.etchant).name) }}:</strong> {{ rowWords(w.wall) }}</p>
    </details>
  </div>
  <Field
    v-slot="{ id, invalid, described, labelled }"
    class="wide"
    label="Etch with"
    data-field="lotId"
    :error="errors.lotId"
    :hint="lots.length ? undefined : 'The shelf is empty. A lead puts the first bottle on it.'"
  >
    <Select
      v-model="form.lotId"
      :input-id="id"
      :options="lots"
      option-label="text"
      option-value="id"
      placeholder="Choose from the shelf"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      @change="emit('chose')"
    />
  </Field>
  <Field
    v-slot="{ id, invalid, described, labelled }"
    class="alone"
    label="Resist"
    data-field="resist"
    :error="errors.resist"
    :hint="resistKind(form.resist).note"
  >
    <Select
      v-model="form.resist"
      :input-id="id"
      :options="resists"
      option-label="text"
      option-value="id"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
      scroll-height="24rem"
      @change="emit('chose')"
    />
  </Field>
  <Field
    v-if="reused"
    v-slot="{ id, invalid, described, labelled }"
    class="full"
    label="Which stencil"
    data-field="stencilId"
    :error="errors.stencilId"
    hint="Its uses are counted when the run is closed."
  >
    <Select
      v-model="form.stencilId"
      :input-id="id"
      :options="stencils"
      option-label="text"
      option-value="id"
      :invalid="invalid"
      :aria-labelledby="labelled"
      :aria-describedby="described"
    />
  </Field>
  <template v-if="blast">
    <RadioLines v-model="form.look" class="full" label="Its look" :options="BLAST_LOOKS" :error="errors.look" />
    <label v-if="pieces.length > 1" class="full tick"><Checkbox v-model="eachLook" binary /> Each piece has its own look</label>
    <ol v-if="eachLook" class="full each">
      <li v-for="(name, i) in pieces" :key="i">
        <SelectField
          :model-value="form.looks![i] ?? ''"
          :label="capital(name)"
          placeholder="As above"
          :options="lookChoices"
          :error="errors[`looks.${i}`]"
          @update:model-value="form.looks = form.looks!.with(i, $event)"
        />
      </li>
    </ol>
    <ChoiceField
      v-model="form.depth"
      class="full"
      label="Depth"
      :options="[{ id: 'surface', text: 'Surface frost' }, { id: 'deep', text: 'Carved deep' }]"
      hint="Deep carving is never done on tempered glass."
    />
    <TextField
      v-if="form.depth === 'deep'"
      v-model="form.carve"
      data-field="carve"
      label="How deep"
      hint="Leave blank for 1 mm"
      :reads="reads.length(form.carve)"
      :error="errors.carve"
    />
  </template>
</template>

<style scoped>
.chains { display: grid; border-top: 1px solid var(--line); }
label {
  display: grid;
  grid-template-columns: 1.7rem 1fr;
  padding: 0.45rem 0;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
  align-items: baseline;
}
label > :not(.dot) { grid-column: 2; }
.dot { grid-row: 1; align-self: center; }
.chosen { background: var(--raised); }
.away { cursor: default; }
.verdict { margin-left: 0.6rem; border: 1px solid var(--control-line); padding: 0 0.35rem; font-size: 0.85rem; white-space: nowrap; }
.pro, .con { font-size: 0.94rem; }
.more { margin: 0.3rem 0; }
.walls p { margin: 0.3rem 0; font-size: 0.96rem; }
.tick { display: flex; gap: 0.6rem; align-items: center; min-height: 40px; }
.each { list-style: none; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr)); gap: 0.7rem 1rem; }
</style>

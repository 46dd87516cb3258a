<script setup lang="ts">
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { partLetter } from '#shared/sheet-parts'
import type { LaidPart } from '#shared/sheet-parts'
import { ENDS } from '#shared/sheets'
import type { PartForm } from '#shared/sheets'

/** Pieces that a sheet has stencils for: of which job, how many and how many spares; and what goes where, unless a plan says so. */
const part = defineModel<PartForm>({ required: true })
const props = defineProps<{
  index: number
  /** How many parts the sheet has. */
  of: number
  /** Null where something is missing. */
  laid: LaidPart | null
  /** Pieces of open jobs. */
  sets: { id: string, text: string }[]
  errors: Record<string, string | undefined>
  /** What is cut is cut for these pieces. */
  cut: boolean
}>()
const emit = defineEmits<{ /** Another job is chosen. */ take: [], remove: [], left: [field: string] }>()
const studio = useStudioStore()
const blanks = computed(() => [
  { id: '', text: 'Not measured' },
  ...studio.blanks.filter(b => !b.putAway).map(b => ({ id: b.id, text: b.name })),
])
const letter = computed(() => partLetter(props.index, props.of))
const error = (field: string) => props.errors[`parts.${props.index}.${field}`]
/** What is wrong in here, named as these fields are. */
const own = computed(() => {
  const start = `parts.${props.index}.`
  return Object.fromEntries(
    Object.entries(props.errors).flatMap(([field, message]) => (field.startsWith(start) ? [[field.slice(start.length), message]] : [])),
  )
})
const ground = computed(() => {
  const blank = studio.blank(part.value.blankId)
  return blank ? (blank.pane ? 'pane' : 'wall') : 'nothing'
})
const planned = computed(() => (part.value.setId ? props.laid?.ours[0] ?? null : null))
/** Film that goes all round is cut to each piece. */
const wraps = computed(() => props.laid?.placed.some(p => p.wraps) ?? (part.value.girths !== '' || part.value.ends !== 'overlap'))
const units = useUnits()
const leave = (field: string) => emit('left', `parts.${props.index}.${field}`)
</script>

<template>
  <section :aria-label="of > 1 ? `Part ${letter}` : 'Pieces'">
    <h2 v-if="of > 1">{{ letter }}</h2>
    <SelectField
      v-model="part.setId"
      label="For"
      :disabled="cut"
      :error="error('setId')"
      :options="sets"
      placeholder="No job: it stands alone"
      @change="emit('take')"
    />
    <div class="three">
      <SelectField v-model="part.blankId" label="Piece" :disabled="planned !== null" placeholder="Not measured" :options="blanks" />
      <TextField v-model="part.pieces" label="How many" inputmode="numeric" :error="error('pieces')" @focusout="leave('pieces')" />
      <TextField
        v-model="part.spares as string"
        label="Spares of each"
        inputmode="numeric"
        :error="error('spares')"
        @focusout="leave('spares')"
      />
    </div>
    <p v-if="planned">
      What goes where comes from <NuxtLink :to="`/plan/${planned.jobId}?pass=${planned.id}`">the plan</NuxtLink>.
    </p>
    <PlacementRows v-else v-model="part" :errors="own" :on="ground" />
    <template v-if="wraps">
      <div class="two">
        <SelectField v-model="part.ends" label="Where the film's ends meet" :options="ENDS" />
        <TextField
          v-if="part.ends !== 'edge'"
          v-model="part.endsBy as string"
          label="By"
          :hint="part.ends === 'overlap' ? `Leave blank for the house's ${units.length(studio.rules.wrapOverlap)}` : undefined"
          :error="error('endsBy')"
          @focusout="leave('endsBy')"
        />
      </div>
      <Field
        v-slot="{ id, described, invalid }"
        label="Girth of each piece at the art"
        hint="One a line, in order. Leave blank to go by the blank as it was measured."
        :error="error('girths')"
      >
        <Textarea
          :id="id"
          v-model="part.girths as string"
          rows="3"
          auto-resize
          :invalid="invalid"
          :aria-describedby="described"
          @focusout="leave('girths')"
        />
      </Field>
    </template>
    <p v-if="of > 1 && !cut">
      <Button
        type="button"
        severity="secondary"
        label="Take off this sheet"
        :aria-label="`Take ${letter} off this sheet`"
        @click="emit('remove')"
      />
    </p>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.9rem; }
h2 { font-size: 1.5rem; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 0.8rem; align-items: start; }
.three { display: grid; grid-template-columns: 2fr 1fr 1.3fr; gap: 0.8rem; align-items: end; }
@media (max-width: 30rem) { .three { grid-template-columns: 1fr 1fr; } }
@media (max-width: 30rem) { .three > :first-child { grid-column: 1 / -1; } }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import { v7 } from 'uuid'
import { artFigures, leastOf, lookAt } from '#core/art/art-report'
import type { Finding, FindingId, Fix } from '#core/art/art-report'
import { boundsOf, transformed } from '#core/basics/outline'
import { formatNumber, signedMm } from '#core/basics/units'
import { ARTWORK_FORM, artworkSchema, namedLetters, partName, withText } from '#shared/artworks'
import type { Artwork, ArtworkEntry } from '#shared/artworks'
import { wallOf } from '#shared/blanks'
import type { Wanted } from '~/composables/useLook'
import type { LookResult } from '~/workers/stencil'

/** The art at the left as it is chosen, in the middle as it will be cut, at the right what it says. */
const props = defineProps<{ artwork: Artwork | null }>()
const studio = useStudioStore()
const units = useUnits()
const id = props.artwork?.id ?? v7()
const stored = structuredClone(toRaw(props.artwork?.entered) ?? ARTWORK_FORM)
/** A half-made stencil survives leaving the page: it is kept on the device until it is saved. */
const draft = useStencilDraft(props.artwork, stored)
const { form } = draft
const { schema, written } = useLengthForm(artworkSchema, () => form.value)
const { parsed, errors, problem, busy, submit, leave } = useEntry(schema, () => form.value)
/** What can be looked at: also while it has no name yet. */
const entry = computed(() => {
  const whole = schema().safeParse({
    ...form.value,
    name: form.value.name.trim() || 'stencil',
  })
  return whole.success ? whole.data : null
})

/** What a picture was traced from goes with what is thrown away. */
const begun = ref(0)
function startOver() {
  draft.clear()
  begun.value++
}

const looker = useStencilWorker()
/** What the look depends on, and nothing else: a new name asks for none. */
const wanted = computed((): Wanted<ArtworkEntry> | null => {
  const is = entry.value
  return is && { key: JSON.stringify({ ...lookTask(is), source: is.source }), question: is }
})
const { look, asked, refused, due, holding, ...looking } = useLook(() => wanted.value, is => looker.ask<LookResult>(lookTask(is)))
/** Art that is gone is not shown any more; what can't be read for a moment is. */
watch([() => form.value.source.kind, begun], () => {
  if (!wanted.value) looking.forget()
})
/** What is composed is as wide as its parts make it. */
watch(look, (found) => {
  if (found && form.value.source.kind === 'parts') {
    const box = boundsOf(found.open)!
    form.value.width = `${formatNumber(box.right - box.left, 2)} mm`
  }
})
const chosen = ref<{ finding: Finding, mark: number } | null>(null)
const marks = computed(() => chosen.value?.finding.marks ?? [])
const view = computed(() => (chosen.value && look.value ? lookAt(marks.value[chosen.value.mark]!, look.value.sheet) : null))
const chosenPlace = computed(() => (chosen.value ? { finding: chosen.value.finding.id as FindingId, mark: chosen.value.mark } : null))

const fixer = useStencilWorker()
const trying = shallowRef<{ fix: Fix, after: LookResult | null, problem: string } | null>(null)
async function tryFix(fix: Fix) {
  trying.value = { fix, after: null, problem: '' }
  chosen.value = null
  try {
    trying.value = {
      fix,
      problem: '',
      after: await fixer.ask<LookResult>({
        kind: 'fix',
        open: look.value!.open,
        fix,
        border: studio.rules.border,
        limits: reportLimits(entry.value!),
      }),
    }
  }
  catch (error) {
    if (!(error instanceof Superseded)) trying.value = { fix, after: null, problem: (error as Error).message }
  }
}
function takeFix() {
  form.value.fixes = [...form.value.fixes, trying.value!.fix]
  trying.value = null
}
watch(() => wanted.value?.key, () => {
  chosen.value = null
  trying.value = null
})

const FIX_WORDS: Record<Fix['kind'], string> = {
  bridges: 'bridges',
  thicken: 'thickened',
  round: 'rounded off',
  specks: 'specks dropped',
  undercut: 'cut smaller',
}
const fixWords = (f: Fix) => `${FIX_WORDS[f.kind]}, ${formatNumber(f.kind === 'undercut' ? f.by : f.width, 2)} mm`

const wall = computed(() => {
  const blank = studio.blank(form.value.blankId)
  return blank && wallOf(blank)
})
const seen = ref<'flat' | 'round'>('flat')
/** On the piece the art is seen as it reads, not as it is cut; its middle looks at us. */
const onPiece = computed(() => {
  if (!wall.value || !shown.value) return []
  const box = boundsOf(shown.value.open)!
  const [width, height] = [box.right - box.left, box.bottom - box.top]
  const open = form.value.through ? transformed(shown.value.open, [-1, 0, 0, 1, width, 0]) : shown.value.open
  return [{ open, width, height, spot: { at: 180, middle: entry.value?.middle ?? (wall.value.from + wall.value.to) / 2, turn: 0 } }]
})

/** Parts can be taken hold of where the whole art is in sight as it is written. */
const handles = computed(() => {
  const boxes = look.value?.parts ?? []
  const settled = form.value.source.kind === 'parts' && boxes.length === form.value.source.parts.length
  return settled && boxes.length > 1 && !chosen.value && !trying.value ? boxes : null
})
const partNames = computed(() => (form.value.source.kind === 'parts' ? form.value.source.parts.map(partName) : []))
/** What is seen mirrored is moved as it is seen; what is dragged goes from where it was seen, what is nudged from where it is by now. */
function movePart(part: number, right: number, up: number, dragged: boolean) {
  if (form.value.source.kind !== 'parts' || entry.value?.source.kind !== 'parts') return
  const shownAs = asked.value?.source
  const was = (dragged && shownAs?.kind === 'parts' ? shownAs : entry.value.source).parts[part]!
  const across = form.value.through ? -right : right
  Object.assign(form.value.source.parts[part]!, { right: signedMm(was.right + across), up: signedMm(was.up + up) })
}

const wet = ref(false)
const behind = ref<'dark' | 'light'>('dark')
const shown = computed(() => trying.value?.after ?? look.value)
const working = computed(() => looker.busy.value || fixer.busy.value)
const share = computed(() => (looker.busy.value ? looker.share.value : fixer.share.value))
function stop() {
  looking.stop()
  looker.cancel()
  fixer.cancel()
  trying.value = null
}

/** As it is stored now; a save that went wrong afterwards goes on from it. */
const kept = shallowRef(props.artwork)
const saving = ref(false)
const traced = ref<'done' | 'due' | 'refused'>('done')
/** Waits until the figures are those of what is written now, however lately that was typed. @returns false when they can't be had */
async function figuresStand(): Promise<boolean> {
  await until(traced).not.toBe('due')
  if (traced.value === 'refused') {
    problem.value = 'The picture can\'t be traced with these settings. Move the sliders, or load another picture.'
    return false
  }
  const stands = await looking.stand()
  if (stands === 'stopped')
    problem.value = 'The art was not looked at to the end, so it has no figures yet. Save it again and let it finish.'
  if (stands === 'refused') problem.value = 'The art can\'t be cut as it is; see what it says.'
  return stands === 'stands'
}
async function save(putAway: boolean) {
  problem.value = ''
  saving.value = true
  try {
    if (parsed.value.success && !(await figuresStand())) return
    const saved = await submit(() => {
      const given = { artwork: written(), figures: artFigures(look.value!.open, look.value!.report) }
      return kept.value
        ? api<Artwork>(`artworks/${id}`, 'PUT', { ...given, version: kept.value.version, putAway })
        : api<Artwork>('artworks', 'POST', { id, ...given })
    })
    if (!saved) return
    kept.value = saved
    draft.forget()
    await studio.loadArtworks()
    await navigateTo('/stencils')
  }
  catch (error) {
    problem.value = (error as Error).message
  }
  finally {
    saving.value = false
  }
}
</script>

<template>
  <div class="desk">
    <form class="choose" novalidate @submit.prevent="save(false)">
      <TextField v-model="form.name" label="What it shows" hint="For example tide line" :error="errors.name" @focusout="leave('name')" />
      <ArtSource
        :key="begun"
        v-model="form.source"
        v-model:traced="traced"
        :error="errors['source.text'] ?? (form.source.kind === 'svg' && refused ? refused : undefined)"
        :errors="errors"
        @sized="form.width = `${formatNumber($event, 1)} mm`"
        @focusout="leave('source.text')"
      />
      <ArtSettings v-model="form" :errors="errors" @left="leave" />
      <p v-if="form.fixes.length" class="fixes">
        <span class="muted">Fixes</span> <Button
          v-for="(f, i) in form.fixes"
          :key="i"
          size="small"
          type="button"
          severity="secondary"
          :label="`${fixWords(f)} ×`"
          :aria-label="`Undo: ${fixWords(f)}`"
          @click="form.fixes = form.fixes.filter((_, k) => k !== i)"
        />
      </p>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <p class="do">
        <Button
          type="submit"
          :label="artwork ? 'Save' : 'Keep this stencil'"
          :disabled="busy || saving"
        /> <Button v-if="artwork" type="button" severity="secondary" label="Put away" :disabled="busy || saving" @click="save(true)" />
      </p>
      <p v-if="draft.changed.value">
        <Button type="button" severity="secondary" :label="artwork ? 'Back to what was saved' : 'Start over'" @click="startOver" />
      </p>
      <NamesList v-if="namedLetters(form)" :form="form" />
    </form>
    <div class="middle">
      <div class="bar">
        <ChoiceField
          v-if="wall"
          v-model="seen"
          class="bare"
          label="Seen"
          :options="[{ id: 'flat', text: 'Flat' }, { id: 'round', text: 'On the piece' }]"
        />
        <ChoiceField
          v-model="behind"
          class="bare"
          label="Behind it"
          :options="[{ id: 'dark', text: 'On dark' }, { id: 'light', text: 'On light' }]"
        />
        <ChoiceField v-model="wet" class="bare" label="Frost" :options="[{ id: false, text: 'Dry' }, { id: true, text: 'Wet' }]" />
        <Button v-if="chosen" severity="secondary" label="Whole art" @click="chosen = null" />
      </div>
      <div class="stage" :aria-busy="due || working">
        <LazyArtRound v-if="seen === 'round' && wall && shown" :wall="wall" :art="onPiece" :wet="wet" :behind="behind" />
        <ArtFlat
          v-else-if="shown"
          :open="shown.open"
          :sheet="shown.sheet"
          :view="view"
          :marks="marks"
          :chosen="chosen?.mark ?? null"
          :wet="wet"
          :behind="behind"
          :ghost="trying?.after ? look?.open : null"
          @choose="chosen && (chosen = { ...chosen, mark: $event })"
        >
          <template #default="{ px }">
            <PartHandles v-if="handles" v-model:holding="holding" :boxes="handles" :names="partNames" :px="px" @move="movePart" />
          </template>
        </ArtFlat>
        <p v-else-if="!working" class="empty">Write letters, or load a drawing: it is drawn here as it will be cut.</p>
      </div>
      <p v-if="working" class="working" role="status">
        <progress
          :value="share"
          max="1"
          aria-label="Looking at the art"
        /> Looking at the art. <Button size="small" severity="secondary" label="Stop" @click="stop" />
      </p>
      <p v-else-if="refused && form.source.kind !== 'svg'" class="problem" role="alert">{{ refused }}</p>
      <p v-else-if="shown" class="muted size">
        {{ units.length(shown.sheet.right - shown.sheet.left - 2 * studio.rules.border) }} ×
        {{ units.length(shown.sheet.bottom - shown.sheet.top - 2 * studio.rules.border) }} of art, on
        {{ units.length(shown.sheet.right - shown.sheet.left) }} × {{ units.length(shown.sheet.bottom - shown.sheet.top) }} of resist.
        <template v-if="form.through">Shown as it is cut, mirrored.</template>
        <template v-if="handles">Drag a part to move it.</template>
      </p>
      <ul v-if="look?.notes.length" class="notes"><li v-for="n in look.notes" :key="n">{{ n }}</li></ul>
      <ul v-if="look?.shrunk.length" class="notes" aria-label="Letters that were made smaller">
        <li v-for="(s, i) in look.shrunk" :key="i">
          {{ shrunkWords(units, s) }}
          <Button
            v-if="s.parted"
            size="small"
            severity="secondary"
            :label="`New line after “${s.parted.after}”`"
            @click="form = withText(plain(form), s.text, s.parted.text)"
          />
        </li>
      </ul>
    </div>
    <div class="says">
      <FixPreview
        v-if="trying && look"
        :fix="trying.fix"
        :before="look.report"
        :after="trying.after?.report ?? null"
        :problem="trying.problem"
        @take="takeFix"
        @leave="trying = null"
      />
      <ArtFindings
        v-else-if="look && entry && !refused"
        :report="look.report"
        :least="leastOf(entry.cutBy, studio.rules)"
        :undercut="plannedUndercut(entry)"
        :chosen="chosenPlace"
        :locked="form.fixes.length >= 12"
        @look="(finding, mark) => { chosen = { finding, mark }; seen = 'flat' }"
        @fix="tryFix"
      />
    </div>
  </div>
</template>

<style scoped>
.desk { display: grid; grid-template-columns: 18.5rem minmax(0, 1fr) 20rem; gap: 1.8rem; align-items: start; }
.choose { display: grid; gap: 0.9rem; }
.fixes, .do, .bar { display: flex; flex-wrap: wrap; gap: 0.5rem; align-items: center; }
.middle { display: grid; gap: 0.7rem; position: sticky; top: 1rem; }
.stage { height: min(54vh, 34rem); min-height: 18rem; background: #0f1112; color: #dfe8e8; display: grid; }
.empty { place-self: center; padding: 2rem; text-align: center; }
.bare :deep(> label) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
.working { display: flex; gap: 0.6rem; align-items: center; }
progress { accent-color: var(--glass); width: 9rem; }
.notes { color: var(--muted); }
@media (max-width: 75rem) { .desk { grid-template-columns: 18rem minmax(0, 1fr); } .says { grid-column: 2; } }
@media (max-width: 52rem) {
  .desk { grid-template-columns: minmax(0, 1fr);
  } .says { grid-column: 1;
  } .middle { position: static;
  order: -1;
  } .stage { height: 48vh;
  };
}
</style>

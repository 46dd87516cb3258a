<script setup lang="ts">
import Button from 'primevue/button'
import { RULES } from '#core/trade/house'
import type { RuleSpec } from '#core/trade/house'
import { TABLES } from '#shared/exports'
import type { TableId } from '#shared/exports'
import { rulesAsMeant, rulesForm, studioSchema } from '#shared/studio'
import type { Studio, StudioForm } from '#shared/studio'

const studio = useStudioStore()
const session = useSessionStore()
const form = ref<StudioForm | null>(null)
const saved = ref(false)
/** Which part goes into a spreadsheet. */
const table = ref<TableId>('judged')
const GROUPS = [...new Set(RULES.map(r => r.group))]
const inGroup = (group: RuleSpec['group']) => RULES.filter(r => r.group === group)

const toForm = (s: Studio): StudioForm => ({
  name: s.name,
  emergencyNumber: s.emergencyNumber,
  poisonNumber: s.poisonNumber,
  version: s.version,
  rules: rulesForm(s.rules),
})
watch(
  () => studio.studio,
  s => s && !form.value && (form.value = toForm(s)),
  { immediate: true },
)

const { written } = useMeantForm<StudioForm>(
  (entered, unit) => ({ ...entered, rules: rulesAsMeant(entered.rules, unit) }),
  () => form.value,
)
const { parsed, errors, problem, busy, submit, leave } = useEntry(
  () => studioSchema,
  () => (form.value && written()) as StudioForm,
)
watch(form, () => (saved.value = false), { deep: true })
/** Rules that differ from the stored ones, once all can be read. */
const next = computed(() => {
  if (!form.value || !studio.studio || !parsed.value.success) return null
  const { rules } = parsed.value.data
  const was = rulesForm(studio.studio.rules)
  return RULES.some(r => form.value!.rules[r.key] !== was[r.key]) ? rules : null
})
async function save() {
  const changed = await submit(() => api<Studio>('studio', 'PUT', written()))
  if (!changed) return
  await studio.loadStudio()
  form.value = toForm(changed)
  await nextTick()
  saved.value = true
}
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>House rules</h1>
        <p class="muted">
          What this studio does where practice differs, and why. A job can choose differently, but nobody can switch off the safety gate.
        </p>
      </div>
    </header>
    <form v-if="form" novalidate :inert="!session.isLead || undefined" @submit.prevent="save">
      <p v-if="!session.isLead" class="problem">Only a lead can change these.</p>
      <fieldset id="numbers" class="numbers">
        <legend>Numbers to call</legend>
        <TextField
          v-model="form.emergencyNumber"
          label="Emergency number"
          inputmode="tel"
          :error="errors.emergencyNumber"
          hint="Ambulance, as dialled from the studio"
        />
        <TextField
          v-model="form.poisonNumber"
          label="Poison line"
          inputmode="tel"
          :error="errors.poisonNumber"
          hint="The poison centre for your region"
        />
        <TextField v-model="form.name" label="Name of the studio" :error="errors.name" />
      </fieldset>
      <fieldset v-for="group in GROUPS" :key="group">
        <legend>{{ group }}</legend>
        <RuleField
          v-for="spec in inGroup(group)"
          :key="spec.key"
          v-model="form.rules[spec.key]!"
          :spec="spec"
          :error="errors[`rules.${spec.key}`]"
          :locked="!session.isLead"
          @focusout="leave(`rules.${spec.key}`)"
        />
      </fieldset>
      <div v-if="session.isLead" class="do" :class="{ pending: next || problem }">
        <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
        <RuleImpact v-if="next" :rules="next" />
        <p><Button type="submit" label="Save the house rules" :disabled="busy" /> <span v-if="saved" role="status">Saved.</span></p>
      </div>
    </form>
    <section v-if="form && session.isLead" class="file" aria-label="Everything as a file">
      <h2>Everything as a file</h2>
      <p class="muted">
        All that Crest knows of this studio, as JSON, a line for each row: to keep, to read with your own tools, or to bring into another
        Crest. It holds your customers and how people sign in, so keep it as safe as the studio's keys.
      </p>
      <p><DownloadLink path="everything" class="button">Download everything</DownloadLink></p>
      <div class="one">
        <SelectField v-model="table" label="Or one part of it for a spreadsheet, as CSV" :options="TABLES" />
        <DownloadLink :path="`everything?table=${table}`" class="button">Download as CSV</DownloadLink>
      </div>
    </section>
  </div>
</template>

<style scoped>
form { display: grid; gap: 1.8rem; }
/* The field's label stands above it, and the link beside it. */
.one { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: end; }
.file { margin-top: 2rem; max-width: 46rem; display: grid; gap: 0.7rem; }
fieldset { border: 0; border-top: 2px solid var(--line); margin: 0; padding: 0.6rem 0 0; min-width: 0; }
.numbers { display: grid; grid-template-columns: repeat(auto-fit, minmax(17rem, 1fr)); gap: 1rem 1.5rem; }
legend { font: 640 1.5rem/1 var(--display); padding-right: 0.8rem; }
.do { border-top: 2px solid var(--line); padding: 0.8rem 0; display: grid; gap: 0.8rem; background: var(--ground); }
/* Once something is changed, what it does and the way to save it stay in sight. */
.pending { position: sticky; bottom: var(--sill, 0px); max-height: 45vh; overflow-y: auto; }
</style>

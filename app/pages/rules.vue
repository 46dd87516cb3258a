<script setup lang="ts">
import Button from 'primevue/button'
import { formatNumber } from '#core/units'
import { studioSchema } from '#shared/studio'
import type { Studio, StudioForm } from '#shared/studio'

const studio = useStudioStore()
const session = useSessionStore()
const form = ref<StudioForm | null>(null)
const saved = ref(false)

function toForm(s: Studio): StudioForm {
  const { stencil, ...rules } = s.rules
  return {
    name: s.name, emergencyNumber: s.emergencyNumber, poisonNumber: s.poisonNumber, lengthUnit: rules.lengthUnit, school: rules.school, after: rules.after, currency: rules.currency, version: s.version,
    border: `${formatNumber(stencil.border, 2)} mm`, spare: `${formatNumber(stencil.spare, 2)} mm`, resistPrice: formatNumber(rules.resistPrice, 2), consumables: formatNumber(rules.consumables, 2), hourly: formatNumber(rules.hourly, 2),
  }
}
watch(() => studio.studio, s => s && !form.value && (form.value = toForm(s)), { immediate: true })

const { errors, problem, busy, submit } = useEntry(() => studioSchema, () => form.value as StudioForm)
watch(form, () => saved.value = false, { deep: true })
async function save() {
  const changed = await submit(() => api<Studio>('studio', 'PUT', form.value))
  if (!changed) return
  await studio.loadStudio()
  form.value = toForm(changed)
  await nextTick()
  saved.value = true
}
const SCHOOLS = [{ id: 'label', text: 'Label' }, { id: 'even-frost', text: 'Even frost' }, { id: 'own-coupons', text: 'Own coupons' }]
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>House rules</h1>
        <p class="muted">What this studio decided where practice differs. A job may choose otherwise; the safety gate may not.</p>
      </div>
    </header>
    <form v-if="form" novalidate :inert="!session.isLead || undefined" @submit.prevent="save">
      <p v-if="!session.isLead" class="problem">Only a lead changes these.</p>
      <fieldset id="numbers">
        <legend>Numbers to call</legend>
        <TextField v-model="form.emergencyNumber" label="Emergency number" inputmode="tel" :error="errors.emergencyNumber" hint="Ambulance, as dialled from the studio" />
        <TextField v-model="form.poisonNumber" label="Poison line" inputmode="tel" :error="errors.poisonNumber" hint="The poison centre for your region" />
        <TextField v-model="form.name" label="Name of the studio" :error="errors.name" />
      </fieldset>
      <fieldset>
        <legend>Etching</legend>
        <ChoiceField v-model="form.school" label="Dwell by" :options="SCHOOLS" hint="Label: sharpest edge. Even frost: longer. Own coupons: your test strips." />
        <ChoiceField v-model="form.after" label="After the dwell" :options="[{ id: 'recover', text: 'Recover' }, { id: 'wipe', text: 'Wipe' }]" hint="Scrape it back into the bottle, or wipe it off: advised for beginners." />
        <ChoiceField v-model="form.lengthUnit" label="Length without a unit" :options="[{ id: 'mm', text: 'mm' }, { id: 'in', text: 'inches' }]" hint="The other is shown beside it." />
        <TextField v-model="form.border" label="Border of resist each side" :error="errors.border" hint="Usually 1/2 in" />
        <TextField v-model="form.spare" label="Spare to trim" :error="errors.spare" hint="Cut 6 1/2 in for a 6 1/4 in need" />
      </fieldset>
      <fieldset>
        <legend>Prices</legend>
        <TextField v-model="form.currency" label="Currency" :error="errors.currency" />
        <TextField v-model="form.resistPrice" label="Resist, per m²" :error="errors.resistPrice" />
        <TextField v-model="form.consumables" label="Gloves, wipes, brush per run" :error="errors.consumables" />
        <TextField v-model="form.hourly" label="An hour of work" :error="errors.hourly" />
      </fieldset>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div v-if="session.isLead" class="do"><Button type="submit" label="Save the house rules" :disabled="busy" /> <span v-if="saved" role="status">Saved.</span></div>
    </form>
  </div>
</template>

<style scoped>
form { display: grid; gap: 1.5rem; }
fieldset { border: 0; border-top: 1px solid var(--line); margin: 0; padding: 0.9rem 0 0; display: grid; grid-template-columns: repeat(auto-fit, minmax(21rem, 1fr)); gap: 1rem 1.5rem; }
legend { font: 640 1.5rem/1 var(--display); padding-right: 0.8rem; }
@media (max-width: 40rem) { fieldset { grid-template-columns: 1fr; } }
.do { display: flex; gap: 1rem; align-items: center; }
</style>

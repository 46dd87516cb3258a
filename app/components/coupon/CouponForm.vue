<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { v7 } from 'uuid'
import { command } from '~/commands'
import { markOf } from '#core/bench/frost'
import type { StripReading } from '#core/bench/frost'
import { couponTimes, readCoupon } from '#core/plan/coupon'
import Select from 'primevue/select'
import { SUBSTRATES } from '#core/trade/materials'
import type { SubstrateId } from '#core/trade/materials'
import { capital, formatDuration, parseDuration, parseLength } from '#core/basics/units'
import { couponSchema } from '#shared/coupons'
import type { Coupon, CouponForm } from '#shared/coupons'
import type { Lot } from '#shared/shelf'

/** A coupon read off strip by strip; the curve grows as marks are written. */
const props = defineProps<{
  lot: Lot
  /** Strips that were etched at the bench, with the dwell each really had. */ etched: {
    runId: string
    substrate: SubstrateId
    dwells: number[]
  } | null
}>()
const studio = useStudioStore()
const unit = useLengthUnit()
const emit = defineEmits<{ saved: [coupons: Coupon[]] }>()
const STRIPS = 5
const planned = () => props.etched?.dwells ?? couponTimes({ min: props.lot.labelMin ?? 300, max: props.lot.labelMax ?? 300 }, STRIPS)
const blank = (): CouponForm => ({
  substrate: props.etched?.substrate ?? 'soda-lime',
  steps: planned().map(s => ({ dwell: formatDuration(s).replaceAll('\u00a0', ' '), frost: '', creep: '' })),
})
const id = ref(v7())
const form = ref(blank())
/** Strips without a mark were not etched, or not judged yet. */
const judged = computed<CouponForm>(() => ({ ...form.value, steps: form.value.steps.filter(s => s.frost.trim() !== '') }))
const { parsed, problem, busy, submit } = useEntry(
  () => couponSchema,
  () => judged.value,
)
/** What is wrong with one strip, beside it. */
const stripProblem = (i: number) => {
  const strip = form.value.steps[i]!
  if (!strip.frost.trim() || parsed.value.success) return undefined
  const at = judged.value.steps.indexOf(strip)
  return parsed.value.error!.issues.find(issue => issue.path[1] === at)?.message
}
const steps = computed(() => (parsed.value.success ? parsed.value.data.steps : []))
/** Marks are taken from a picture. */
const picturing = ref(false)
function take(strips: StripReading[]) {
  form.value.steps = form.value.steps.map((s, i) => {
    const { contrast, creep } = strips[i]!
    return {
      ...s,
      frost: String(markOf(contrast, studio.rules.whiteFrost)),
      creep: creep === null ? s.creep : `${Math.max(0, creep).toFixed(2)} mm`,
    }
  })
  picturing.value = false
}
const finest = ref('')
const bridge = computed(() => {
  const read = parseLength(finest.value, unit.value)
  return finest.value.trim() && read.ok ? read.value : null
})
/** Longest dwell that is written, judged or not, s. */
const until = computed(() =>
  form.value.steps.reduce((longest, { dwell }) => {
    const read = parseDuration(dwell)
    return read.ok ? Math.max(longest, read.value) : longest
  }, 0),
)
const reading = computed(() => readCoupon(steps.value, bridge.value, studio.rules.plateauShare))
const scraps = SUBSTRATES.filter(s => s.family === 'glass' || s.family === 'ceramic').map(s => ({ id: s.id, text: capital(s.name) }))

async function save() {
  const coupons = await submit(() =>
    command<Coupon[]>(`lots/${props.lot.id}/coupons`, { id: id.value, coupon: judged.value, runId: props.etched?.runId ?? null }),
  )
  if (!coupons) return
  id.value = v7()
  form.value = blank()
  emit('saved', coupons)
}
</script>

<template>
  <form novalidate @submit.prevent="save">
    <div class="strips">
      <Field v-slot="{ id: field, labelled }" label="Scrap that was etched">
        <Select
          v-model="form.substrate"
          :input-id="field"
          :options="scraps"
          option-label="text"
          option-value="id"
          :aria-labelledby="labelled"
        />
      </Field>
      <table>
        <thead><tr><th scope="col">Strip</th><th scope="col">Dwell</th><th scope="col">Frost, 0 to 10</th><th scope="col">Creep,
          mm</th></tr></thead>
        <tbody>
          <template v-for="(s, i) in form.steps" :key="i">
            <tr>
              <th scope="row">{{ i + 1 }}</th>
              <td><InputText v-model="s.dwell" :aria-label="`Dwell of strip ${i + 1}`" /></td>
              <td>
                <InputText
                  v-model="s.frost"
                  :aria-label="`Frost of strip ${i + 1}`"
                  inputmode="decimal"
                  :invalid="Boolean(stripProblem(i))"
                  :aria-invalid="Boolean(stripProblem(i)) || undefined"
                />
              </td>
              <td><InputText v-model="s.creep" :aria-label="`Creep of strip ${i + 1}`" inputmode="decimal" /></td>
            </tr>
            <tr v-if="stripProblem(i)"><td colspan="4"><p class="problem">{{ stripProblem(i) }}</p></td></tr>
          </template>
        </tbody>
      </table>
      <p class="muted">
        Judge them dry, over dark card: a mark by eye, or a measured contrast in %. Leave a strip empty that was not etched.
      </p>
      <button type="button" class="as-link" @click="picturing = true">Read all strips from one picture</button>
      <StripPicture v-if="picturing" :strips="form.steps.length" :of="id" @read="take" @close="picturing = false" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <div class="do">
        <Button
          v-if="form.steps.length < 8"
          type="button"
          severity="secondary"
          label="Another strip"
          @click="form.steps.push({ dwell: '', frost: '', creep: '' })"
        />
        <Button type="submit" label="Keep this coupon" :disabled="busy || steps.length === 0" />
      </div>
    </div>
    <div class="seen">
      <LazyFrostChart :steps="steps" :reading="reading" :until="until" />
      <p class="advice" role="status">{{ reading.advice }}</p>
      <details v-if="reading.fit" class="muted">
        <summary>How well the curve fits</summary>
        <p>
          Plateau {{ reading.fit.plateau.toFixed(1) }} ± {{ reading.fit.plateauError.toFixed(1) }}, rate
          {{ (reading.fit.rate * 60).toFixed(2) }} ± {{ (reading.fit.rateError * 60).toFixed(2) }} a minute; readings lie
          {{ reading.fit.residualSd.toFixed(2) }} off the curve:
          {{ reading.fit.residuals.map(r => (r >= 0 ? '+' : '−') + Math.abs(r).toFixed(2)).join(', ') }}.
        </p>
      </details>
      <p v-if="reading.creep" class="muted">Creep {{ (reading.creep.slope * 60).toFixed(3) }} mm a minute, each side.</p>
      <TextField
        v-model="finest"
        label="Finest bridge of your art"
        hint="Creep may eat half of it at most. Leave blank to let frost alone decide"
      />
    </div>
  </form>
</template>

<style scoped>
form { display: grid; grid-template-columns: minmax(0, 5fr) minmax(0, 6fr); gap: 2rem; align-items: start; }
.strips { display: grid; gap: 0.9rem; }
th { text-align: left; color: var(--muted); font-weight: 600; font-size: 0.92rem; padding: 0.2rem 0.6rem 0.2rem 0; }
td { padding: 0.2rem 0.6rem 0.2rem 0; }
input {
  width: 100%;
  min-width: 4rem;
  min-height: 46px;
  padding: 0 0.6rem;
  background: var(--sunk);
  color: var(--text);
  border: 1px solid var(--control-line);
  border-radius: 2px;
  font: 600 1.3rem/1 var(--display);
}
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; }
.advice { font-size: 1.15rem; font-weight: 650; }
@media (max-width: 60rem) { form { grid-template-columns: minmax(0, 1fr); } }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Slider from 'primevue/slider'
import Select from 'primevue/select'
import { command } from '~/commands'
import { couponSize, couponTemplate, couponTimes, refuseCoupon, STRIP_LAYOUT, stripsApart } from '#core/plan/coupon'
import { SUBSTRATES } from '#core/trade/materials'
import { capital, formatDuration, formatNumber } from '#core/basics/units'
import { couponOrderSchema } from '#shared/coupons'
import type { CouponOrderForm } from '#shared/coupons'
import type { Lot } from '#shared/shelf'

/** A coupon before it is etched: scrap, strips and their times, one clock for all, a template to print. */
const props = defineProps<{ lot: Lot }>()
const work = useWorkStore()
const studio = useStudioStore()
const label = computed(() => ({ min: props.lot.labelMin ?? 300, max: props.lot.labelMax ?? 300 }))
const plain = (s: number) => formatDuration(s).replaceAll('\u00a0', ' ')
const together = ref<CouponOrderForm['together']>('rinsed in turn')
const apart = computed(() => stripsApart(together.value, STRIP_LAYOUT, studio.rules))
const timesFor = (count: number) => couponTimes(label.value, count, apart.value).map(plain)
const form = ref<CouponOrderForm>({ substrate: 'soda-lime', times: timesFor(5), together: together.value })
watch(() => form.value.together, to => (together.value = to))
const count = computed({ get: () => form.value.times.length, set: n => (form.value.times = timesFor(n)) })
const { parsed, problem, busy, submit } = useEntry(
  () => couponOrderSchema,
  () => form.value,
)
const order = computed(() => (parsed.value.success ? { ...parsed.value.data, layout: STRIP_LAYOUT } : null))
const timeProblem = (i: number) =>
  parsed.value.success ? undefined : parsed.value.error!.issues.find(issue => issue.path[0] === 'times' && issue.path[1] === i)?.message
const refusal = computed(() => (order.value ? refuseCoupon(order.value, studio.rules) : null))
const size = computed(() => couponSize(form.value.times.length, STRIP_LAYOUT))
const scraps = SUBSTRATES.filter(s => s.family === 'glass' || s.family === 'ceramic').map(s => ({ id: s.id, text: capital(s.name) }))
const MODES = [
  { id: 'rinsed in turn', text: 'Coat all, rinse in turn' },
  { id: 'coated in turn', text: 'Coat in turn, rinse all' },
]

function saveTemplate() {
  const svg = couponTemplate(order.value!.times, STRIP_LAYOUT, `${props.lot.productName}, ${order.value!.together}`)
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  link.download = 'coupon-strips.svg'
  link.click()
  URL.revokeObjectURL(link.href)
}
async function start() {
  const started = await submit(() => command<{ id: string }>(`lots/${props.lot.id}/coupon-run`, { order: form.value }, { idKey: 'runId' }))
  if (!started) return
  await work.load()
  await navigateTo(`/bench/${started.id}`)
}
</script>

<template>
  <form novalidate class="planner" @submit.prevent="start">
    <Field v-slot="{ id, labelled, described }" label="Scrap of" hint="The same ware as the job">
      <Select
        v-model="form.substrate"
        :input-id="id"
        :options="scraps"
        option-label="text"
        option-value="id"
        :aria-labelledby="labelled"
        :aria-describedby="described"
      />
    </Field>
    <ChoiceField
      v-model="form.together"
      label="In which order"
      :options="MODES"
      hint="In turn: taped strips are wiped or bared one after another."
    />
    <Field
      v-slot="{ labelled, described }"
      label="Strips"
      hint="Two to choose between two times, three and more for a curve; change any of them"
    >
      <Slider
        v-model="count"
        class="count"
        :min="2"
        :max="8"
        :aria-labelledby="labelled"
        :aria-describedby="described"
      />
    </Field>
    <ol class="strips dark-card" aria-label="Dwell of each strip">
      <li v-for="(_, i) in form.times" :key="i">
        <label :for="`strip-${i}`" class="numeral">{{ i + 1 }}</label>
        <InputText
          :id="`strip-${i}`"
          v-model="form.times[i]"
          :aria-label="`Planned dwell of strip ${i + 1}`"
          :invalid="Boolean(timeProblem(i))"
          :aria-invalid="Boolean(timeProblem(i)) || undefined"
        />
        <span v-if="timeProblem(i)" class="problem">{{ timeProblem(i) }}</span>
      </li>
    </ol>
    <p v-if="refusal" class="problem full" role="alert">{{ refusal }}</p>
    <p v-if="problem" class="problem full" role="alert">{{ problem }}</p>
    <div class="do full">
      <Button type="submit" label="Etch it at the bench" :disabled="busy || refusal !== null || !order" />
      <Button type="button" severity="secondary" label="Template to print (SVG)" :disabled="!order" @click="saveTemplate" />
      <span class="muted">Scrap of {{ formatNumber(size.width) }} × {{ formatNumber(size.height) }} mm or more.</span>
    </div>
  </form>
</template>

<style scoped>
.planner { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 1rem 1.4rem; align-items: start; }
.full, .strips { grid-column: 1 / -1; }
.count { margin: 1.2rem 0.6rem; }
/* Strips stand side by side as on the scrap, under their tape. */
.strips {
  list-style: none;
  margin: 0;
  padding: 0.8rem;
  display: flex;
  flex-wrap: wrap;
  gap: 0.7rem;
}
.strips li {
  flex: 1 1 6rem;
  max-width: 9rem;
  display: grid;
  justify-items: center;
  gap: 0.2rem;
  border: 1px dashed #77858a;
  padding: 0.3rem;
}
.strips .numeral { font-size: 1.4rem; }
.strips input {
  width: 100%;
  min-height: 44px;
  text-align: center;
  background: #1c2224;
  color: #eaf0ef;
  border: 1px solid #7b8688;
  border-radius: 2px;
  font: 600 1.2rem/1 var(--display);
}
.do { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: center; }
@media (max-width: 50rem) { .planner { grid-template-columns: minmax(0, 1fr); } }
</style>

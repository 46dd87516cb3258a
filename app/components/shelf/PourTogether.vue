<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { z } from 'zod'
import type { Lot } from '#shared/shelf'

/** Two opened bottles of one kind poured together: both end, and a lot of its own begins, with no coupon to its name. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()
const form = reactive({ other: '' })
const others = computed(() =>
  studio.lots
    .filter(l => l.id !== props.lot.id && !l.putAway && l.kind === props.lot.kind && l.left > 0)
    .map(l => ({ id: l.id, text: l.productName })),
)
const { errors, problem, busy, submit } = useEntry(
  () => z.object({ other: z.uuid('Choose what it is poured together with.') }),
  () => form,
)
async function pour() {
  const done = await submit(({ other }) => command(`lots/${props.lot.id}/mix`, { other }))
  if (!done) return
  await studio.loadShelf()
  emit('close')
}
</script>

<template>
  <details v-if="others.length" class="pour">
    <summary>Pour it together with another bottle</summary>
    <form novalidate @submit.prevent="pour">
      <p class="muted">Both bottles become one new lot. Their coupons no longer count: test the mixture.</p>
      <SelectField v-model="form.other" label="The other bottle" :options="others" :error="errors.other" />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <Button type="submit" severity="secondary" label="Poured together" :disabled="busy" />
    </form>
  </details>
</template>

<style scoped>
.pour { margin-top: 1.2rem; }
form { display: grid; gap: 0.8rem; justify-items: start; margin-top: 0.5rem; }
</style>

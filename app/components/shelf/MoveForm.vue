<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { z } from 'zod'
import { handMove, stockKind } from '#core/trade/stock'
import type { HandMove, StockKindId } from '#core/trade/stock'

/** What a person enters about one thing on the shelf: bought, counted, used, thrown away, out of date. */
const props = defineProps<{ item: { id: string, kind: StockKindId, level: number }, first?: HandMove }>()
const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()
const words = useStockWords()
const kind = computed(() => stockKind(props.item.kind))
/** The level that was looked at, so that a count after a booking in between is asked back. */
const seen = ref(props.item.level)
const form = reactive({ kind: props.first ?? ('counted' as HandMove), amount: '', note: '' })

const options = computed(() => [
  { id: 'counted', text: kind.value.unit === 'count' ? 'Counted' : 'Measured' },
  { id: 'bought', text: 'Bought' },
  { id: 'used', text: 'Used' },
  { id: 'wasted', text: 'Thrown away' },
  ...(kind.value.expires || kind.value.own ? [{ id: 'expired', text: 'Out of date' }] : []),
])
const QUESTION: Record<HandMove, string> = {
  counted: 'How much is there?',
  bought: 'How much came?',
  used: 'How much was used?',
  wasted: 'How much was thrown away?',
  expired: 'How much was thrown away?',
}
const question = computed(() => QUESTION[form.kind])
const schema = computed(() =>
  z
    .object({ kind: z.custom<HandMove>(), amount: z.string(), note: z.string() })
    .transform((raw, context) => {
      const read = words.read(props.item.kind, raw.amount)
      const move = read.ok ? handMove(props.item.level, raw.kind, read.value) : read
      if (move.ok && read.ok) return { ...raw, amount: read.value, note: raw.note.trim() }
      context.addIssue({ code: 'custom', path: ['amount'], message: move.ok ? '' : move.error })
      return z.NEVER
    }),
)
const { parsed, errors, all, problem, busy, submit } = useEntry(
  () => schema.value,
  () => form,
)
const after = computed(() => {
  if (!parsed.value.success) return null
  const move = handMove(props.item.level, form.kind, parsed.value.data.amount)
  return move.ok ? props.item.level + (move.value?.change ?? 0) : null
})
/** It is out of date: asked once, and written down as such. */
const late = computed(() => 'anyway' in all.value)
async function save(anyway = false) {
  const done = await submit(entry => command(`stock/${props.item.id}/moves`, { ...entry, seen: seen.value, anyway }))
  if (done) {
    // At once: what is pressed next is meant for the next entry.
    emit('close')
    return void (await studio.loadShelf())
  }
  // Somebody booked in between: the new level is fetched, what was counted stays in the form.
  await studio.loadShelf()
  seen.value = props.item.level
}
</script>

<template>
  <form novalidate @submit.prevent="save()">
    <p>By the ledger there should be <strong class="numeral">{{ words.amount(item.kind, item.level) }}</strong>.</p>
    <ChoiceField v-model="form.kind" label="What happened" :options="options" />
    <TextField v-model="form.amount" :label="question" :error="errors.amount" />
    <TextField v-model="form.note" label="Why" hint="Leave blank when there is nothing to say" :error="errors.note" />
    <p v-if="after !== null" class="muted">That leaves {{ words.amount(item.kind, after) }}.</p>
    <SaveBar label="Save" :busy="busy" :problem="problem" @leave="emit('close')">
      <Button v-if="late" type="button" label="Use it anyway" :disabled="busy" @click="save(true)" />
    </SaveBar>
  </form>
</template>

<style scoped>
form { display: grid; gap: 1rem; }
.numeral { font-size: 1.4rem; }
</style>

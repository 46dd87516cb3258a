<script setup lang="ts">
import Button from 'primevue/button'
import { z } from 'zod'
import type { StockKindId } from '#core/trade/stock'

/** Below how much of a bottle or a roll the lead wants to be told. */
const props = defineProps<{ id: string, kind: StockKindId, reorder: number | null }>()
const emit = defineEmits<{ saved: [] }>()
const studio = useStudioStore()
const words = useStockWords()
const form = reactive({ reorder: props.reorder === null ? '' : words.amount(props.kind, props.reorder) })
const schema = z.object({
  reorder: z.string().transform((text, context) => {
    if (text.trim() === '') return null
    const read = words.read(props.kind, text)
    if (read.ok && read.value > 0) return read.value
    context.addIssue({ code: 'custom', message: read.ok ? 'Write more than nothing, or leave it blank.' : read.error })
    return z.NEVER
  }),
})
const { errors, problem, busy, submit } = useEntry(
  () => schema,
  () => form,
)
const saved = ref(false)
async function save() {
  saved.value = false
  const done = await submit(entry => api(`stock/${props.id}/watch`, 'PUT', entry))
  if (!done) return
  saved.value = true
  emit('saved')
  await studio.loadShelf()
}
</script>

<template>
  <form class="watch" novalidate @submit.prevent="save">
    <TextField v-model="form.reorder" label="Buy more below" hint="Leave blank and nobody is told" :error="errors.reorder" />
    <Button type="submit" severity="secondary" :label="saved ? 'Saved' : 'Save'" :disabled="busy" />
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
  </form>
</template>

<style scoped>
.watch { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; margin-top: 1.2rem; }
</style>

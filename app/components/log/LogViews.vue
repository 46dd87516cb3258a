<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import { logViewSchema } from '#shared/log'
import type { LogView } from '#shared/log'

/** Questions that the studio asks of its log again and again, kept under a name. */
const props = defineProps<{ question: Record<string, string> }>()
const emit = defineEmits<{ ask: [question: Record<string, string>] }>()
const views = ref<LogView[]>([])
const naming = ref(false)
const form = reactive({ name: '' })
const { errors, problem, busy, submit } = useEntry(
  () => logViewSchema.pick({ name: true }),
  () => form,
)
const load = quietLoad('the questions you keep', async () => (views.value = await apiList<LogView>('log-views')))
onMounted(load)
async function keep() {
  const kept = await submit(({ name }) => command<LogView>('log-views', { name, question: props.question }))
  if (!kept) return
  naming.value = false
  form.name = ''
  await load()
}
async function drop(view: LogView) {
  await submit(() => api(`log-views/${view.id}`, 'DELETE'))
  problem.value = ''
  await load()
}
const asked = computed(() => JSON.stringify(Object.entries(props.question).sort()))
const same = (view: LogView) => JSON.stringify(Object.entries(view.question).sort()) === asked.value
</script>

<template>
  <div v-if="views.length || Object.keys(question).length" class="views">
    <span v-for="v in views" :key="v.id" class="view">
      <Button size="small" severity="secondary" :label="v.name" :aria-pressed="same(v)" @click="emit('ask', { ...v.question })" />
      <button v-if="same(v)" type="button" class="as-link" @click="drop(v)">
        forget<span class="visually-hidden"> {{ v.name }}</span>
      </button>
    </span>
    <Button
      v-if="!naming && Object.keys(question).length && !views.some(same)"
      size="small"
      severity="secondary"
      label="Keep this view"
      @click="naming = true"
    />
    <form v-if="naming" novalidate @submit.prevent="keep">
      <TextField v-model="form.name" label="Call it" :error="errors.name || problem" />
      <Button type="submit" label="Keep it" :disabled="busy" />
      <Button type="button" severity="secondary" label="Cancel" @click="naming = false" />
    </form>
  </div>
</template>

<style scoped>
.views { display: flex; flex-wrap: wrap; gap: 0.6rem 0.9rem; align-items: center; margin-bottom: 1rem; }
.view { display: inline-flex; gap: 0.4rem; align-items: center; }
form { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: end; }
</style>

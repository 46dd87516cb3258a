<script setup lang="ts">
import Button from 'primevue/button'
import { NEVER_DRAINED, wasteKind } from '#core/trade/waste'
import type { WasteId, WasteRule } from '#core/trade/waste'
import { wasteRuleSchema } from '#shared/tubs'

/** One kind of waste with its hazards and its rule; a lead writes or changes it. */
const props = defineProps<{ kind: WasteId }>()
const store = useTubsStore()
const session = useSessionStore()
const studio = useStudioStore()
const houseTime = useHouseTime()
const rule = computed(() => store.rules.find(r => r.content === props.kind) ?? null)
const waste = computed(() => wasteKind(props.kind))
const writing = ref(false)
const form = reactive({ way: 'collect' as 'drain' | 'collect', words: '', source: '' })
const { errors, problem, busy, submit } = useEntry(
  () => wasteRuleSchema,
  () => form,
)
function open() {
  const { way, words, source } = rule.value ?? { way: 'collect', words: '', source: '' }
  Object.assign(form, { way, words, source })
  writing.value = true
}
const ways = computed(() => [
  { id: 'collect', text: 'Collect it' },
  ...(NEVER_DRAINED.includes(props.kind) ? [] : [{ id: 'drain', text: 'Down the drain' }]),
])
async function save() {
  const said = await submit(entry => api<WasteRule[]>(`waste-rules/${props.kind}`, 'PUT', { rule: entry }))
  if (!said) return
  store.rules = said
  writing.value = false
}
</script>

<template>
  <article>
    <div>
      <h2>{{ waste.name }}</h2>
      <p class="muted">{{ waste.hazards.join(' ') }}</p>
    </div>
    <div>
      <template v-if="!writing">
        <p>{{ store.way(kind).words }}</p>
        <p v-if="rule" class="muted">{{ studio.nameOf(rule.by) }}, {{ houseTime.format(rule.at, 'd MMM yyyy') }}</p>
        <Button
          v-if="session.isLead"
          severity="secondary"
          :label="rule ? 'Change it' : 'Write the rule'"
          :aria-label="`${rule ? 'Change' : 'Write'} the rule: ${waste.name}`"
          @click="open"
        />
      </template>
      <form v-else novalidate @submit.prevent="save">
        <ChoiceField v-model="form.way" label="Where it goes" :options="ways" :error="errors.way" />
        <TextField v-model="form.words" label="What the rule says" :error="errors.words" />
        <TextField v-model="form.source" label="Where it says so" hint="A letter, a permit, a page, with its date" :error="errors.source" />
        <SaveBar label="Save" :busy="busy" :problem="problem" @leave="writing = false" />
      </form>
    </div>
  </article>
</template>

<style scoped>
article { display: grid; grid-template-columns: 1fr 1fr; gap: 0.4rem 2rem; align-items: start; }
h2 { font-size: 1.35rem; }
form { display: grid; gap: 0.8rem; }
article :deep(button) { margin-top: 0.4rem; }
@media (max-width: 46rem) { article { grid-template-columns: 1fr; } }
</style>

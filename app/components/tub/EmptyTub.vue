<script setup lang="ts">
import Button from 'primevue/button'
import { notNeutral, wasteOf } from '#core/bench/tub'
import type { TubState } from '#core/bench/tub'
import { mayGoIn, wasteKind } from '#core/trade/waste'
import type { Tub, TubEntryDraft } from '#shared/tubs'

/** Where the water goes once it is neutral: into a container that takes it, or as the lead's written rule says. */
const props = defineProps<{ tub: Tub, state: TubState }>()
const emit = defineEmits<{ emptied: [entry: Extract<TubEntryDraft, { kind: 'emptied' }>] }>()
const store = useTubsStore()
const waste = computed(() => wasteOf(props.state))
const way = computed(() => store.way(waste.value))
const clean = computed(() => props.state.verdict === 'clean')
const blocked = computed(() => notNeutral(props.state))
const containers = computed(() =>
  store.inStudio.filter(c => mayGoIn(c.content, waste.value).ok).map(c => ({ id: c.id, text: c.name })),
)
const into = ref('')
watch(containers, list => (into.value ||= list[0]?.id ?? ''), { immediate: true })
const empty = (to: 'drain' | 'container') =>
  emit('emptied', { kind: 'emptied', way: to, containerId: to === 'container' ? into.value : null })
</script>

<template>
  <section aria-label="Empty it">
    <h2>Empty it</h2>
    <p v-if="blocked" class="muted">{{ blocked }}</p>
    <template v-else-if="clean">
      <Button severity="secondary" label="Clean water: poured away" @click="empty('drain')" />
    </template>
    <template v-else>
      <p class="rule">
        <strong>{{ wasteKind(waste).name }}.</strong> {{ way.words }}
        <NuxtLink to="/waste-rules">The rules for waste</NuxtLink>
      </p>
      <div class="do">
        <Button v-if="way.way === 'drain'" label="Poured away, as this rule says" @click="empty('drain')" />
        <template v-if="containers.length">
          <SelectField v-model="into" label="Into which container" :options="containers" />
          <Button severity="secondary" label="Emptied into it" @click="empty('container')" />
        </template>
        <p v-else-if="way.way === 'collect'">
          No container here is for it. <NuxtLink to="/clean-up">Set one up</NuxtLink>, then come back.
        </p>
      </div>
    </template>
  </section>
</template>

<style scoped>
section { margin-bottom: 1.8rem; }
h2 { margin-bottom: 0.5rem; }
.rule { max-width: 46rem; margin-bottom: 0.7rem; }
.do { display: flex; flex-wrap: wrap; gap: 0.8rem; align-items: end; }
</style>

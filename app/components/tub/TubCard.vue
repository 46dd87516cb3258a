<script setup lang="ts">
import { notNeutral } from '#core/bench/tub'
import type { TubState } from '#core/bench/tub'
import { foamRoom, mudOf } from '#core/plan/tub'
import type { Tub } from '#shared/tubs'

/** A tub as it stands in the sink: what it is by now, whose rinse it holds, and what it still asks for. */
const props = defineProps<{ tub: Tub, state: TubState }>()
const whose = computed(() => [...new Set(props.tub.runs.map(r => r.subject))])
</script>

<template>
  <article>
    <NuxtLink :to="`/tub/${tub.id}`" :aria-label="tub.name">
      <TubDrawing
        :p-h="state.pH"
        :clean="state.verdict === 'clean'"
        :mud="mudOf(state.content).wet"
        :volume="tub.volume"
        :foam="foamRoom(state.content)"
        :dipped="state.read !== null"
      />
    </NuxtLink>
    <h3><NuxtLink :to="`/tub/${tub.id}`">{{ tub.name }}</NuxtLink></h3>
    <p><strong>{{ tubWords(state) }}</strong></p>
    <p v-if="whose.length" class="muted">Rinse of {{ new Intl.ListFormat('en').format(whose) }}</p>
    <p v-if="notNeutral(state)">{{ notNeutral(state) }}</p>
    <p v-else-if="state.verdict !== 'clean'">Ready to be emptied.</p>
  </article>
</template>

<style scoped>
article { display: grid; gap: 0.25rem; max-width: 24rem; }
h3 a { color: inherit; }
</style>

<script setup lang="ts">
import { command } from '~/commands'
import { formatDay } from '#core/basics/zone'
import { stands } from '#core/crew/close'
import type { DayEnd } from '#shared/close'

/** What was left at the last closing and nobody has seen to since. */
const houseTime = useHouseTime()
const left = ref<DayEnd['left']>([])
const load = quietLoad('what was left open', async () => (left.value = (await api<DayEnd>(`close/${houseTime.today()}`)).left))
// It can wait until the page stands.
onMounted(() => onNuxtReady(() => void load()))
onBeforeUnmount(useLiveTopic('tubs', load))
async function seen(line: DayEnd['left'][number]) {
  await command('close/seen', { day: line.since, line: line.id }).catch(() => {})
  await load()
}
</script>

<template>
  <section v-if="left.length" class="left" aria-label="Left from before">
    <h2>Left on {{ formatDay(left[0]!.since, 'EEEE') }}</h2>
    <ul>
      <li v-for="l in left" :key="l.id">
        <NuxtLink v-if="closeWords(l).to" :to="closeWords(l).to!">{{ closeWords(l).text }}</NuxtLink>
        <template v-else>{{ closeWords(l).text }}</template>
        <button
          v-if="!stands(l)"
          type="button"
          class="as-link"
          :aria-label="`Seen to: ${closeWords(l).text}`"
          @click="seen(l)"
        >Seen to</button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.left { border-left: 4px solid var(--glass); padding: 0.2rem 0 0.2rem 1rem; margin-bottom: 1.4rem; }
h2 { font-size: 1.35rem; }
ul { list-style: none; padding: 0; }
li { display: flex; flex-wrap: wrap; gap: 0 1rem; align-items: baseline; }
</style>

<script setup lang="ts">
const sheet = ref<'cautions' | 'keys' | null>(null)
const theme = useTheme()
const work = useWorkStore()
runServerClock()
runLive()
runAudio()
runLinks()

/**
 * What a run goes through, and the sheets, are fetched while nobody waits, so that they open even when the server is gone. Other
 * screens come as a hand goes to their link (`runLinks`).
 */
const RUN_SCREENS = ['/bench/a', '/bench/together', '/wash-up/a', '/look/a', '/hand-over', '/not-taken']
const nuxt = useNuxtApp()
/** Whoever has just come looks, and presses something at once: that has the device to itself. */
const FIRST_MS = 2000
const { start: fetchRest } = useTimeoutFn(
  () =>
    nuxt.runWithContext(() =>
      Promise.all([
        needRunRules(),
        preloadComponents(['CautionSheet', 'KeySheet', 'ChangePerson', 'RunningSill', 'LivePiece']),
        ...RUN_SCREENS.map(path => preloadRouteComponents(path)),
      ]).catch(() => {}),
    ),
  FIRST_MS,
  { immediate: false },
)
onNuxtReady(() => {
  void nuxt.runWithContext(needPrime)
  fetchRest()
})
async function open(name: 'cautions' | 'keys') {
  await nuxt.runWithContext(needPrime)
  sheet.value = name
}
runKeys({ cautions: () => open('cautions'), keys: () => open('keys') })
onMounted(() => void work.send())
useHead({ htmlAttrs: { 'data-theme': theme.name } })
</script>

<template>
  <div class="app">
    <AppBar @cautions="open('cautions')" @keys="open('keys')" />
    <main id="main">
      <NuxtPage />
    </main>
    <LazyRunningSill v-if="work.runs.length" />
    <LazyCautionSheet v-if="sheet === 'cautions'" @close="sheet = null" />
    <LazyKeySheet v-if="sheet === 'keys'" @close="sheet = null" />
    <LazyPasswordSheet v-if="passwordAsked" />
  </div>
</template>

<style scoped>
.app { min-height: 100vh; display: flex; flex-direction: column; }
main { flex: 1; display: flex; flex-direction: column; min-width: 0; }
</style>

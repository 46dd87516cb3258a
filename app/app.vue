<script setup lang="ts">
const cautions = ref(false)
const keys = ref(false)
const theme = useTheme()

runServerClock()
runLive()
runKeys({ cautions: () => cautions.value = true, keys: () => keys.value = true })
onMounted(() => void useWorkStore().send())
useHead({ htmlAttrs: { 'data-theme': theme.name } })
</script>

<template>
  <div class="app">
    <AppBar @cautions="cautions = true" @keys="keys = true" />
    <main id="main">
      <NuxtPage />
    </main>
    <RunningSill />
    <CautionSheet v-if="cautions" @close="cautions = false" />
    <KeySheet v-if="keys" @close="keys = false" />
  </div>
</template>

<style scoped>
.app { min-height: 100vh; display: flex; flex-direction: column; }
main { flex: 1; display: flex; flex-direction: column; min-width: 0; }
</style>

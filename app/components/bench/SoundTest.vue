<script setup lang="ts">
import Button from 'primevue/button'

/** Before a run: is each alarm heard from the sink, and can this device speak? No two of them sound alike. */
const { sound } = useSoundSetting()
const silent = ref(false)
const speaks = ref(false)
onMounted(() => {
  speaks.value = canSpeak()
  // Some browsers fetch their voices late.
  if ('speechSynthesis' in window) window.speechSynthesis.onvoiceschanged = () => (speaks.value = canSpeak())
})
const test = (level: (typeof ALARM_TESTS)[number]['level']) => (silent.value = !testAlarm(level))
</script>

<template>
  <section aria-labelledby="sounds">
    <h2 id="sounds">Can it be heard from the sink?</h2>
    <p class="tests">
      <Button
        v-for="t in ALARM_TESTS"
        :key="t.level"
        :label="t.name"
        severity="secondary"
        :aria-label="`Try the alarm: ${t.name}`"
        @click="test(t.level)"
      />
      <Button
        :label="sound ? 'Sound is on' : 'Sound is off'"
        :severity="sound ? 'secondary' : undefined"
        :aria-pressed="sound"
        @click="sound = !sound"
      />
    </p>
    <p class="muted">
      A low hum, a rising pair, a triple knock, a falling siren, and a siren without a break.
      Turn the device's volume up until each is heard over running water.
      {{ speaks ? 'It speaks as well.' : 'This browser has no voice; it only sounds.' }}
    </p>
    <p v-if="!sound" class="problem">This device stays silent. Others call out only after twenty seconds.</p>
    <p v-if="silent" class="problem" role="alert">
      The browser gives no sound yet. Press once more; if it stays silent, look at its sound setting for this page.
    </p>
  </section>
</template>

<style scoped>
section { display: grid; gap: 0.6rem; justify-items: start; }
.tests { display: flex; flex-wrap: wrap; gap: 0.6rem; }
</style>

<script setup lang="ts">
/** What the server would not have: nothing of it is lost, and each entry waits here for somebody to decide. */
const work = useWorkStore()
const studio = useStudioStore()
const absent = computed(() => work.outbox.filter(w => work.absent.includes(w.by)))
const names = computed(() => new Intl.ListFormat('en').format(work.absent.map(studio.nameOf)))
</script>

<template>
  <div class="page">
    <header class="page-head">
      <div>
        <h1>Not taken</h1>
        <p class="muted">
          Entries that the server refused. They stay on this device until you try them again, write them down as a note, or discard them.
        </p>
      </div>
      <NuxtLink class="button" to="/bench">Bench</NuxtLink>
    </header>
    <p v-if="work.tray.length === 0">Everything that was entered here has been taken.</p>
    <NotTakenEntry v-for="kept in work.tray" :key="kept.seq" :kept="kept" />
    <p v-if="absent.length" class="absent">
      {{ absent.length === 1 ? 'One more entry waits' : `${absent.length} more entries wait` }} for {{ names }} to sign in on this device.
    </p>
  </div>
</template>

<style scoped>
.absent { border-left: 4px double var(--frost); padding-left: 0.7rem; }
</style>

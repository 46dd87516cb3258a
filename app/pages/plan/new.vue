<script setup lang="ts">
const studio = useStudioStore()
</script>

<template>
  <div class="page">
    <header class="page-head"><h1>Plan a job</h1></header>
    <PlanDesk v-if="studio.studio" :job="null" @saved="navigateTo(`/plan/${$event.id}`)" />
  </div>
</template>

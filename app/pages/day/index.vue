<script setup lang="ts">
const houseTime = useHouseTime()

await navigateTo(`/day/${houseTime.today()}`, { replace: true })
</script>

<template>
  <div />
</template>

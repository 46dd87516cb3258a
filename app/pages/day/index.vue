<script setup lang="ts">
import { format } from 'date-fns'

await navigateTo(`/day/${format(new Date(serverNow()), 'yyyy-MM-dd')}`, { replace: true })
</script>

<template>
  <div />
</template>

<script setup lang="ts">
import type { NuxtError } from '#app'

defineProps<{ error: NuxtError }>()
</script>

<template>
  <main class="page">
    <h1>{{ error.statusCode === 404 ? 'There is no such page' : 'Crest could not open this page' }}</h1>
    <p>{{ error.statusCode === 404 ? 'Nothing was lost. Go back to Today and choose again.' : error.message }}</p>
    <p><a href="/">To Today</a></p>
  </main>
</template>

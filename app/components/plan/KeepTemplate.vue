<script setup lang="ts">
import Button from 'primevue/button'
import { command } from '~/commands'
import type { JobForm } from '#shared/jobs'
import { templateNameSchema } from '#shared/templates'
import type { JobTemplate } from '#shared/templates'

/** Keeps what is written as a template, to begin other jobs with. */
const props = defineProps<{ /** The form as it is sent. */ form: () => JobForm }>()
const name = ref<string | null>(null)
const kept = ref('')
const problem = ref('')
const busy = ref(false)
async function keep() {
  const read = templateNameSchema.safeParse(name.value)
  problem.value = read.success ? '' : read.error.issues[0]!.message
  if (!read.success) return
  busy.value = true
  try {
    kept.value = (await command<JobTemplate>('templates', { name: read.data, job: props.form() })).name
    name.value = null
  }
  catch (refused) {
    problem.value = (refused as Error).message
  }
  finally {
    busy.value = false
  }
}
</script>

<template>
  <p v-if="name === null" class="do">
    <Button type="button" severity="secondary" label="Keep as a template" @click="name = ''" />
    <span v-if="kept" role="status">Kept as a template: {{ kept }}.</span>
  </p>
  <div v-else class="do">
    <TextField v-model="name" label="Name of the template" hint="For example name on a pint" :error="problem || undefined" />
    <Button type="button" label="Keep the template" :disabled="busy" @click="keep" />
    <Button type="button" severity="secondary" label="Not now" @click="name = null" />
  </div>
</template>

<style scoped>
.do { display: flex; flex-wrap: wrap; gap: 0.7rem; align-items: center; }
</style>

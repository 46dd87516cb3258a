<script setup lang="ts">
import type { JobForm } from '#shared/jobs'

defineProps<{ errors: Record<string, string> }>()
const form = defineModel<JobForm>({ required: true })
const reads = useReadings()
</script>

<template>
  <TextField v-model="form.artWidth" data-field="artWidth" label="Width" hint="Along the wall" :reads="reads.length(form.artWidth)" :error="errors.artWidth" />
  <TextField v-model="form.artHeight" data-field="artHeight" label="Height of the art" :reads="reads.length(form.artHeight)" :error="errors.artHeight" />
  <TextField v-model="form.openFraction" data-field="openFraction" label="Share that is open" hint="Of its box: what gets frosted" :reads="reads.share(form.openFraction)" :error="errors.openFraction" />
  <TextField v-if="form.blankId" v-model="form.artMiddle" data-field="artMiddle" label="Middle above the base" hint="Empty: half way up" :reads="reads.length(form.artMiddle)" :error="errors.artMiddle" />
  <TextField v-model="form.finest" data-field="finest" label="Finest detail" hint="Narrowest line or bridge; empty when coarse" :reads="reads.length(form.finest)" :error="errors.finest" />
</template>

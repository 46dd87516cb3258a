<script setup lang="ts">
import { QUESTIONS } from '#core/trade/answers'
import type { PlanForm } from '#shared/jobs'

/** Asked of every piece, answered, and kept with the job. */
defineProps<{ errors: Record<string, string> }>()
const form = defineModel<PlanForm>({ required: true })
</script>

<template>
  <div class="full four">
    <RadioLines
      v-for="q in QUESTIONS"
      :key="q.id"
      v-model="form.answers[q.id]"
      :data-field="`answers.${q.id}`"
      :label="q.text"
      :hint="q.why"
      :options="q.options"
      :error="errors[`answers.${q.id}`]"
    />
  </div>
</template>

<style scoped>
.four { display: grid; grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr)); gap: 1rem 1.6rem; }
</style>

<script setup lang="ts">
import { CAUTIONS, DEFER } from '#core/trade/safety'

const emit = defineEmits<{ close: [] }>()
const studio = useStudioStore()
const callable = (number: string) => `tel:${number.replace(/[^\d+]/g, '')}`
</script>

<template>
  <Sheet title="Cautions" wide @close="emit('close')">
    <div class="calls">
      <p v-for="[label, number] in [['Emergency', studio.numbers.emergency], ['Poison line', studio.numbers.poison]]" :key="label">
        <span>{{ label }}</span>
        <a v-if="number" :href="callable(number)" class="numeral">{{ number }}</a>
        <strong v-else>not set. A lead sets it under House rules</strong>
      </p>
    </div>
    <p class="defer">{{ DEFER }}</p>
    <div class="cautions">
      <section v-for="caution in CAUTIONS" :key="caution.id" :aria-labelledby="`caution-${caution.id}`">
        <h3 :id="`caution-${caution.id}`">{{ caution.title }}</h3>
        <ol>
          <li v-for="step in caution.steps" :key="step">{{ step }}</li>
        </ol>
        <p class="muted source">{{ caution.id === 'spill' ? caution.source.cite : `After ${caution.source.cite}` }}</p>
      </section>
    </div>
  </Sheet>
</template>

<style scoped>
.calls { display: flex; flex-wrap: wrap; gap: 0.5rem 2.5rem; padding: 0.6rem 0; border-block: 2px solid var(--text); }
.calls span { display: block; font-size: 0.9rem; color: var(--muted); }
.calls a { font-size: 2.4rem; line-height: 1; color: var(--text); }
.defer { font-weight: 650; margin: 0.9rem 0; }
.cautions { columns: 2 22rem; column-gap: 2.5rem; }
section { break-inside: avoid; margin-bottom: 1.4rem; }
h3 { margin-bottom: 0.3rem; }
li { margin-bottom: 0.25rem; }
.source { font-size: 0.85rem; }
</style>

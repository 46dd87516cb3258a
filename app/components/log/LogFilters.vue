<script setup lang="ts">
import Button from 'primevue/button'
import { capital } from '#core/basics/units'
import { FAULTS, LATE_TAG } from '#core/bench/run'
import { SCHOOL_TABLES } from '#core/trade/house'
import { RESISTS, SUBSTRATES } from '#core/trade/materials'
import { LOG_FILTERS } from '#shared/log'
import type { LogFilter } from '#shared/log'
import { PERIODS } from '#shared/works'

/** What the log is narrowed to; '' is everything. */
const filters = defineModel<Record<LogFilter, string>>({ required: true })
const studio = useStudioStore()
type Option = { id: string, text: string }
const named = (all: readonly { id: string, name: string }[]): Option[] => all.map(x => ({ id: x.id, text: capital(x.name) }))
const options = computed((): Record<LogFilter, { label: string, all: string, of: readonly Option[] }> => ({
  period: { label: 'When', all: 'Any time', of: PERIODS.filter(p => p.days !== null) },
  result: {
    label: 'Came out',
    all: 'Any way',
    of: [
      { id: 'good', text: 'Something good' },
      { id: 'usable', text: 'Something usable' },
      { id: 'scrap', text: 'Something scrapped' },
      { id: LATE_TAG, text: 'Something off late' },
    ],
  },
  fault: { label: 'Seen on it', all: 'Any fault, or none', of: FAULTS.map(f => ({ id: f.id, text: capital(f.text) })) },
  resist: { label: 'Resist', all: 'Any resist', of: named(RESISTS) },
  substrate: { label: 'Made of', all: 'Anything', of: named(SUBSTRATES) },
  method: {
    label: 'Etched with',
    all: 'Anything',
    of: [{ id: 'cream', text: 'Cream' }, { id: 'liquid', text: 'Liquid' }, { id: 'blast', text: 'Grit' }],
  },
  school: { label: 'School of dwell', all: 'Any school', of: SCHOOL_TABLES.dwell.map(s => ({ id: s.id, text: s.text })) },
  lot: { label: 'Bottle or bag', all: 'Any', of: studio.lots.map(l => ({ id: l.id, text: l.productName })) },
  person: { label: 'Begun by', all: 'Anybody', of: named(studio.crew) },
}))
const chosen = computed(() => LOG_FILTERS.filter(f => filters.value[f] !== ''))
const open = ref(chosen.value.length > 0)
/** A list shows nothing for '', so everything has an id of its own there. */
const ALL = 'all'
const set = (filter: LogFilter, id: string) => (filters.value = { ...filters.value, [filter]: id === ALL ? '' : id })
const clear = () => (filters.value = Object.fromEntries(LOG_FILTERS.map(f => [f, ''])) as Record<LogFilter, string>)
</script>

<template>
  <div class="filters">
    <div class="do">
      <Button
        severity="secondary"
        :label="chosen.length ? `Filters (${chosen.length})` : 'Filters'"
        :aria-expanded="open"
        @click="open = !open"
      />
      <Button v-if="chosen.length" severity="secondary" label="Show everything" @click="clear" />
    </div>
    <div v-if="open" class="fields">
      <SelectField
        v-for="f in LOG_FILTERS"
        :key="f"
        :model-value="filters[f] || ALL"
        :label="options[f].label"
        :options="[{ id: ALL, text: options[f].all }, ...options[f].of]"
        @update:model-value="set(f, $event)"
      />
    </div>
  </div>
</template>

<style scoped>
.filters { margin-bottom: 1.2rem; }
.do { display: flex; gap: 0.7rem; }
.fields { display: grid; grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr)); gap: 0.8rem 1rem; margin-top: 0.9rem; }
</style>

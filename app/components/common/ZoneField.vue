<script setup lang="ts">
import Select from 'primevue/select'
import { zoneNames } from '#core/basics/zone'

/** A time zone by its name; typing a town narrows the list. */
defineProps<{ inputId: string, labelled?: string, described?: string, invalid?: boolean, disabled?: boolean }>()
const zone = defineModel<string>({ required: true })
// A zone under an older name of the same place stays what was chosen.
const zones = computed(() => [...new Set([zone.value, ...zoneNames()])].filter(Boolean).map(id => ({ id, text: id.replaceAll('_', ' ') })))
</script>

<template>
  <Select
    v-model="zone"
    class="zone"
    :input-id="inputId"
    :options="zones"
    option-label="text"
    option-value="id"
    filter
    filter-placeholder="Town or region"
    reset-filter-on-hide
    auto-filter-focus
    :virtual-scroller-options="{ itemSize: 44 }"
    :invalid="invalid"
    :disabled="disabled"
    :aria-labelledby="labelled"
    :aria-describedby="described"
  />
</template>

<style scoped>
/* The chosen one is not written while the list is narrowed: the field keeps its width. */
.zone { width: 100%; min-height: 46px; }
</style>

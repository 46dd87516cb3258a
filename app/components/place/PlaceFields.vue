<script setup lang="ts">
import { ANCHORS } from '#shared/placements'
import type { KeepOutForm, WhereForm } from '#shared/placements'

/** Where a stencil goes: how often, from what it is counted round the piece, how high, turned how far. */
const props = defineProps<{
  on: 'wall' | 'pane' | 'nothing'
  bands: readonly KeepOutForm[]
  errors: Record<string, string | undefined>
  /** How its fields are called in the form's errors: `placements.0.` */
  prefix: string
}>()
const form = defineModel<WhereForm>({ required: true })
/** A label or a handle counts once there is one to keep clear of. */
const anchors = computed(() =>
  ANCHORS.filter(a => a.id.endsWith('seam') || props.bands.some(k => a.id.endsWith(k.kind))).map(a => ({ ...a })),
)
const LEVELS = [
  { id: 'middle', text: 'By its middle' },
  { id: 'base', text: 'Above the base' },
  { id: 'rim', text: 'Below the rim' },
]
const error = (field: string) => props.errors[`${props.prefix}${field}`]
</script>

<template>
  <TextField
    v-model="form.count"
    :label="on === 'wall' ? 'Repeats round it' : 'On each piece'"
    inputmode="numeric"
    :data-field="`${prefix}count`"
    :error="error('count')"
  />
  <template v-if="on === 'wall'">
    <SelectField v-model="form.anchor" class="wide" label="Measured" :options="anchors" />
    <TextField
      v-model="form.at"
      label="To the right by"
      hint="90°, 1/4 round, 60 mm"
      :data-field="`${prefix}at`"
      :error="error('at')"
    />
    <SelectField v-model="form.level" label="Level" :options="LEVELS" />
    <TextField
      v-model="form.clear"
      :label="form.level === 'middle' ? 'Middle above the base' : 'To the edge of the art'"
      :hint="form.level === 'middle' ? 'Leave blank for halfway up' : undefined"
      :data-field="`${prefix}clear`"
      :error="error('clear')"
    />
  </template>
  <template v-else-if="on === 'pane'">
    <TextField
      v-model="form.at"
      label="Its middle, from the left"
      hint="Leave blank to spread them evenly"
      :data-field="`${prefix}at`"
      :error="error('at')"
    />
    <TextField
      v-model="form.clear"
      label="From the bottom"
      hint="Leave blank for halfway up"
      :data-field="`${prefix}clear`"
      :error="error('clear')"
    />
  </template>
  <TextField
    v-if="on !== 'nothing'"
    v-model="form.turn"
    label="Turned by"
    hint="0°"
    :data-field="`${prefix}turn`"
    :error="error('turn')"
  />
</template>

<script setup lang="ts">
/** What keeps something from being shown, each leading to its field. @prop labels of the fields, by name */
const props = defineProps<{ errors: Record<string, string>, labels: Record<string, string> }>()
const rows = computed(() => Object.entries(props.errors).map(([field, message]) => ({ field, label: props.labels[field] ?? '', message })))

async function go(field: string) {
  const place = document.querySelector<HTMLElement>(`[data-field="${field.split('.')[0]}"]`)
  // What is folded away is opened first.
  const folded = place?.closest('.folded')?.querySelector<HTMLElement>('.fold[aria-expanded=false]')
  folded?.click()
  if (folded) await nextTick()
  place?.scrollIntoView({ block: 'center' })
  place?.querySelector<HTMLElement>('input, textarea, [role=combobox], button')?.focus({ preventScroll: true })
}
</script>

<template>
  <ul class="needed">
    <li v-for="r in rows" :key="r.field">
      <button type="button" @click="go(r.field)"><strong v-if="r.label">{{ r.label }}</strong> {{ r.message }}</button>
    </li>
  </ul>
</template>

<style scoped>
.needed { list-style: none; padding: 0; margin: 0; display: grid; text-align: left; }
.needed li + li { border-top: 1px solid color-mix(in srgb, currentcolor 22%, transparent); }
button {
  width: 100%;
  min-height: 44px;
  padding: 0.45rem 0.2rem;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
button:hover { text-decoration: underline; }
strong { margin-right: 0.5rem; }
</style>

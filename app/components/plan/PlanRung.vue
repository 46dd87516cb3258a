<script setup lang="ts">
/** One rung of the decision ladder: filled once it is decided, its number always in sight. */
defineProps<{ n: number, title: string, done: boolean, /** What was decided, in a few words. */ said?: string }>()
</script>

<template>
  <fieldset :id="`rung-${n}`" class="rung" :class="{ done }">
    <legend>
      <span class="n numeral" aria-hidden="true">{{ n }}</span>{{ title }}<span v-if="said" class="said">{{ said }}</span>
      <span class="visually-hidden">{{ done ? ', decided' : ', open' }}</span>
    </legend>
    <div class="fields"><slot /></div>
  </fieldset>
</template>

<style scoped>
.rung { border: 0; margin: 0; padding: 0 0 1.5rem 3.1rem; min-width: 0; position: relative; }
/* The two rails of the ladder; each rung is bolted to them. */
.rung::before {
  content: '';
  position: absolute;
  left: 0.5rem;
  top: -0.7rem;
  bottom: 0.1rem;
  width: 1.1rem;
  border: solid var(--line);
  border-width: 0 3px;
}
legend {
  font: 640 1.35rem/1.1 var(--display);
  padding: 0;
  margin-bottom: 0.7rem;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 0.7rem;
}
.n {
  position: absolute;
  left: 0;
  top: -0.15rem;
  width: 2.1rem;
  height: 1.75rem;
  display: grid;
  place-items: center;
  background: var(--ground);
  border: 2px solid var(--control-line);
  font-size: 1.25rem;
}
.done .n { background: var(--frost); color: var(--on-frost); border-color: var(--frost); }
.said { font: 400 0.98rem/1.2 var(--body); color: var(--muted); }
.fields { display: grid; grid-template-columns: repeat(3, minmax(0, 1fr)); gap: 0.9rem 1rem; }
.fields :deep(.wide) { grid-column: span 2; }
.fields :deep(.full) { grid-column: 1 / -1; }
@media (max-width: 40rem) {
  .rung { padding-left: 2.4rem; }
  .rung::before { left: 0.3rem; width: 0.9rem; }
  .n { width: 1.7rem; }
  .fields { grid-template-columns: 1fr 1fr; }
  .fields :deep(.alone) { grid-column: 1 / -1; }
}
</style>

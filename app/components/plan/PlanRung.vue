<script setup lang="ts">
/** One rung of the decision ladder: filled once it is decided, then folded to a sentence; its number always in sight. */
defineProps<{ n: number, title: string, done: boolean, /** What was decided, in a sentence. */ said?: string }>()
const folded = defineModel<boolean>('folded', { default: false })
const own = useId()
/** On the bench already, or done: looked at, not changed. */
const locked = inject<Ref<boolean>>('locked', ref(false))
</script>

<template>
  <fieldset :id="`rung-${n}`" class="rung" :class="{ done, folded }">
    <legend>
      <span class="n numeral" aria-hidden="true">{{ n }}</span>
      <button type="button" class="fold" :aria-expanded="!folded" :aria-controls="own" @click="folded = !folded">
        {{ title }}<span class="visually-hidden">{{ done ? ', decided' : ', open' }}</span>
        <span class="turn" aria-hidden="true">{{ folded ? 'Change' : '' }}</span>
      </button>
    </legend>
    <p v-if="said" class="said"><slot name="picture" /><span>{{ said }}</span></p>
    <div v-show="!folded" :id="own" class="fields" :inert="locked || undefined"><slot /></div>
  </fieldset>
</template>

<style scoped>
.rung { border: 0; margin: 0; padding: 0 0 1.5rem 3.1rem; min-width: 0; position: relative; }
.folded { padding-bottom: 1rem; }
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
legend { font: 640 1.35rem/1.1 var(--display); padding: 0; margin-bottom: 0.35rem; width: 100%; }
.fold {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0.2rem 0;
  min-height: 34px;
  width: 100%;
  display: flex;
  align-items: baseline;
  gap: 0.9rem;
  text-align: left;
  cursor: pointer;
}
.turn { font: 400 1rem/1.2 var(--body); text-decoration: underline; text-underline-offset: 0.2em; }
.n {
  position: absolute;
  left: 0;
  top: 0;
  width: 2.1rem;
  height: 1.75rem;
  display: grid;
  place-items: center;
  background: var(--ground);
  border: 2px solid var(--control-line);
  font-size: 1.25rem;
}
.done .n { background: var(--frost); color: var(--on-frost); border-color: var(--frost); }
.said { color: var(--muted); margin: 0 0 0.6rem; display: flex; align-items: center; gap: 0.8rem; }
.folded .said { color: var(--text); margin-bottom: 0; }
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

<script setup lang="ts">
import type { PieceState } from '#core/bench/run'
import type { RunWithEvents } from '#shared/runs'

/** All pieces of a run side by side on dark card, each with its own clock. */
const props = defineProps<{
  run: RunWithEvents
  pieces: PieceState[]
  focus?: number
  /** Pieces of other runs stand with them. */
  beside?: boolean
}>()
const size = computed(() => (props.pieces.length > 8 ? 70 : props.pieces.length > 4 || props.beside ? 110 : 190))
</script>

<template>
  <ul class="stand dark-card">
    <StandPiece v-for="piece in pieces" :key="piece.n" :run="run" :piece="piece" :size="size" :focus="piece.n === focus" />
  </ul>
</template>

<style scoped>
.stand {
  list-style: none;
  padding: 1rem;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 1rem 1.4rem;
  align-items: end;
  justify-content: center;
}
@media (max-width: 40rem) { .stand { gap: 0.6rem 0.8rem; padding: 0.7rem; } }
</style>

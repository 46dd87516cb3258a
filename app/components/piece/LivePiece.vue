<script setup lang="ts">
import type { PieceState } from '#core/bench/run'
import type { RunPlan } from '#core/plan/run-plan'
import type { PieceShape } from '#shared/runs'

/** A piece on the bench that fills as its dwell runs. */
const props = defineProps<{ plan: RunPlan, piece: PieceState, shape: PieceShape, size: number, wide: number }>()
const { running, over, window, drawn } = usePieceClock(
  () => props.plan,
  () => props.piece,
)
const dwelt = drawn(() => props.size)
</script>

<template>
  <PieceSilhouette
    :shape="shape"
    :size="size"
    :wide="wide"
    :window="running ? window : undefined"
    :dwelt="running ? dwelt : undefined"
    :over="running && over"
    :frosted="Boolean(piece.rinsed ?? piece.blasted)"
  />
</template>

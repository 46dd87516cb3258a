<script setup lang="ts">
import type { PieceState } from '#core/bench/run'
import { windowOf } from '#core/plan/run-plan'
import type { RunPlan } from '#core/plan/run-plan'
import type { PieceShape } from '#shared/runs'

/** A piece on the bench that fills as its dwell runs. */
const props = defineProps<{ plan: RunPlan, piece: PieceState, shape: PieceShape, size: number, wide: number }>()
const { running, over, dwelt } = usePieceClock(
  () => props.plan,
  () => props.piece,
)
</script>

<template>
  <PieceSilhouette
    :shape="shape"
    :size="size"
    :wide="wide"
    :window="running ? windowOf(plan, piece.n) : undefined"
    :dwelt="running ? dwelt : undefined"
    :over="running && over"
    :frosted="Boolean(piece.rinsed ?? piece.blasted)"
  />
</template>

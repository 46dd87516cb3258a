<script setup lang="ts">
import type { FaultId } from '#core/bench/run'

/** What a fault looks like on a dry piece: a frosted leaf over dark card, and what is wrong with it. */
defineProps<{ fault: FaultId }>()
const own = useId()
const LEAF = 'M50 10C80 30 82 66 50 90C18 66 20 30 50 10Z'
</script>

<template>
  <svg viewBox="0 0 100 100" aria-hidden="true">
    <defs>
      <clipPath :id="`${own}-leaf`"><path :d="LEAF" /></clipPath>
      <filter :id="`${own}-soft`" x="-20%" y="-20%" width="140%" height="140%"><feGaussianBlur stdDeviation="3.4" /></filter>
    </defs>
    <rect class="card" width="100" height="100" />
    <g v-if="fault === 'crept'">
      <path class="frost" :d="LEAF" />
      <path class="frost" d="M72 34c10-3 14 3 11 9c8 3 7 9 1 12c3 7-2 11-9 9l-6 4c4-12 6-24 3-34Z" />
      <path class="planned" :d="LEAF" />
    </g>
    <g v-else-if="fault === 'thin'">
      <path class="frost" :d="LEAF" />
      <path class="card" d="M38 34c8-5 15 0 13 8s-13 7-16 1s0-7 3-9ZM56 58c6-3 11 2 9 8s-10 7-12 2s1-9 3-10Z" />
      <path class="card" d="M44 72c3-2 6 0 5 3s-5 3-6 1Z" />
    </g>
    <g v-else-if="fault === 'bands'" :clip-path="`url(#${own}-leaf)`">
      <path class="frost faint" :d="LEAF" />
      <path v-for="y in [18, 46, 74]" :key="y" class="frost" :d="`M0 ${y}c30-10 60 14 100 2v10c-38 12-68-12-100-2Z`" />
    </g>
    <g v-else-if="fault === 'outside'">
      <path class="frost" :d="LEAF" />
      <path class="frost" d="M86 20c4 6 6 10 3 13s-8 0-7-4s3-5 4-9ZM84 46c2 8 5 24 2 34c-2 5-6 4-6-1c0-11 3-23 4-33Z" />
      <circle v-for="[x, y, r] in [[14, 72, 4], [21, 83, 2.4], [9, 60, 1.8]]" :key="x" class="frost" :cx="x" :cy="y" :r="r" />
    </g>
    <g v-else-if="fault === 'blotchy'" :clip-path="`url(#${own}-leaf)`">
      <path class="frost" :d="LEAF" />
      <path class="stain" d="M30 30c12-8 26-2 22 10s-24 10-27 4s0-10 5-14ZM58 48c12-4 20 6 14 16s-22 6-22-2s2-12 8-14Z" />
      <path class="stain" d="M34 62c8-4 16 2 13 10s-14 8-17 2s0-10 4-12Z" />
    </g>
    <g v-else-if="fault === 'soft'" :filter="`url(#${own}-soft)`">
      <path class="frost" d="M46 10C74 24 74 50 56 56C76 58 74 82 50 90C22 78 20 60 40 56C20 52 20 26 46 10Z" />
    </g>
    <path v-else-if="fault === 'weak'" class="frost weak" :d="LEAF" />
    <g v-else-if="fault === 'reversed'">
      <path class="letter" d="M66 86V16H48a20 19 0 0 0 0 38H66M48 54L30 86" />
    </g>
    <g v-else>
      <path class="frost" d="M50 2C90 24 92 74 50 98C8 74 10 24 50 2Z" />
      <path class="planned" :d="LEAF" />
    </g>
  </svg>
</template>

<style scoped>
svg { display: block; width: 100%; height: auto; }
.card { fill: var(--card); }
.frost { fill: #e9f4f2; }
.faint { opacity: 0.45; }
.weak { opacity: 0.3; }
.stain { fill: var(--card); opacity: 0.42; }
.planned { fill: none; stroke: var(--card); stroke-width: 2; stroke-dasharray: 4 3; }
.letter { fill: none; stroke: #e9f4f2; stroke-width: 11; }
</style>

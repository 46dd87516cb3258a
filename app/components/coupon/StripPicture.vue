<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { markOf, stripArt } from '#core/bench/frost'
import type { Settled, StripReading } from '#core/bench/frost'
import { STRIP_LAYOUT } from '#core/plan/coupon'
import type { StripsAnswer } from '~/workers/frost'

/** All strips of a coupon read from one picture, in place of marks by eye. They stand side by side, the first at the left. */
const props = defineProps<{ strips: number, of: string }>()
const emit = defineEmits<{ read: [strips: StripReading[]], close: [] }>()
const studio = useStudioStore()
const art = computed(() => stripArt(props.strips, STRIP_LAYOUT))
const found = shallowRef<StripReading[] | null>(null)
const meter = useFrostPicture(art, read, () => (found.value = null))
const { picture, lie, problem, taking, busy, share } = meter

async function read(_: Settled | null) {
  const answer = await meter.ask<StripsAnswer>({
    kind: 'strips', ...meter.asked(), lie: lie.value!, strips: props.strips, layout: { ...STRIP_LAYOUT },
  })
  lie.value = answer.settled.lie
  found.value = answer.strips
}
/** What the stand-in shows: a coupon that frosts as coupons do, faint at first and white at last. */
const practice = computed(() => Array.from({ length: props.strips }, (_, i) => 1 - Math.exp(-(i + 1) * 0.7)))
</script>

<template>
  <Dialog visible modal header="The strips in one picture" :style="{ width: 'min(62rem, 96vw)' }" @update:visible="emit('close')">
    <div class="strips">
      <p>
        Peel the tape, let the scrap dry, and lay it over black card with the first strip at the left. All {{ strips }} strips are in the
        picture, and light comes from the side.
      </p>
      <PictureBar
        :not-yet="false"
        :read="found !== null"
        :taking="taking"
        :busy="busy"
        :share="share"
        @picked="meter.picked"
        @camera="meter.fromCamera(of, practice)"
        @stop="meter.cancel"
      />
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
      <FrostStage
        v-if="picture?.width && lie"
        :picture="picture.blob"
        :width="picture.width"
        :height="picture.height"
        :art="art.art"
        :window="art.window"
        :lie="lie"
        :boxes="null"
        :disabled="busy"
        @lie="lie = $event"
        @placed="meter.placed"
      />
      <p v-if="picture?.simulated" class="muted">A practice picture from the simulated camera, not your scrap.</p>
      <template v-if="found">
        <ol class="found" aria-label="What the strips show">
          <li v-for="(s, i) in found" :key="i">
            <span class="numeral">{{ markOf(s.contrast, studio.rules.whiteFrost) }}</span>
            <span>{{ s.contrast.toFixed(0) }} L*{{ s.creep === null ? '' : `, creep ${Math.max(0, s.creep).toFixed(2)} mm` }}</span>
          </li>
        </ol>
        <p class="muted">
          {{ studio.rules.whiteFrost }} L* over clear glass make a 10, by the house rule. Measured and by eye don't mix well in one coupon.
        </p>
        <Button label="Take these marks" @click="emit('read', found)" />
      </template>
    </div>
  </Dialog>
</template>

<style scoped>
.strips { display: grid; gap: 0.8rem; }
.strips :deep(.stage) { max-height: 46vh; }
.found { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: 0.4rem 1.6rem; }
.found li { display: grid; }
.found .numeral { font-size: 2rem; line-height: 1; }
</style>

<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { markOf, practiceStrips, stripArt } from '#core/bench/frost'
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
const { picture, lie, moving } = meter

async function read(settled: Settled | null) {
  const answer = await meter.ask<StripsAnswer>({
    kind: 'strips', ...meter.asked(), lie: lie.value!, settled, strips: props.strips, layout: { ...STRIP_LAYOUT },
  })
  lie.value = answer.settled.lie
  found.value = answer.strips
}
</script>

<template>
  <Dialog visible modal header="The strips in one picture" :style="{ width: 'min(62rem, 96vw)' }" @update:visible="emit('close')">
    <div class="strips">
      <p>
        Peel the tape, let the scrap dry, and lay it over black card with the first strip on the left. All {{ strips }} strips are in the
        picture, and light comes from the side.
      </p>
      <PictureBar :meter="meter" :of="of" :strengths="practiceStrips(strips)" :read="found !== null" />
      <FrostStage
        v-if="picture?.width && lie"
        :meter="meter"
        :picture="picture"
        :lie="lie"
        :art="art.art"
        :window="art.window"
        :boxes="null"
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
          {{ studio.rules.whiteFrost }} L* over clear glass make a 10, by the house rule. Measured marks and marks by eye don't mix well in
          one coupon.
        </p>
        <Button label="Use these marks" :disabled="moving" @click="emit('read', found)" />
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

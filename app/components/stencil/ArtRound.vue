<script setup lang="ts">
import Slider from 'primevue/slider'
import { WebGLRenderer } from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'
import { SVGRenderer } from 'three/examples/jsm/renderers/SVGRenderer.js'
import type { Wall } from '#core/piece/vessel'

/** The piece as it will look, to turn by hand, by keys or by the slider. Without a graphics card it is drawn in lines, more slowly. */
const props = defineProps<{ wall: Wall, art: ArtOnPiece[], wet: boolean, behind: 'dark' | 'light' }>()
const stage = useTemplateRef('stage')
const turn = ref(0)
const slow = ref(false)
let renderer: WebGLRenderer | SVGRenderer | null = null
let controls: OrbitControls | null = null
let made: ReturnType<typeof pieceScene> | null = null

function begin(): WebGLRenderer | SVGRenderer {
  try {
    return new WebGLRenderer({ antialias: true, alpha: true, powerPreference: 'low-power' })
  }
  catch {
    slow.value = true
    return new SVGRenderer()
  }
}
function draw() {
  if (!renderer || !made) return
  made.turned.rotation.y = Math.PI + (turn.value * Math.PI) / 180
  renderer.render(made.scene, made.camera)
}
function build() {
  const host = stage.value
  if (!host) return
  const [width, height] = [Math.max(1, host.clientWidth), Math.max(1, host.clientHeight)]
  if (!renderer) {
    renderer = begin()
    host.append(renderer.domElement)
  }
  renderer.setSize(width, height)
  made = pieceScene(props.wall, props.art, { wet: props.wet, behind: props.behind }, width / height)
  controls?.dispose()
  controls = new OrbitControls(made.camera, host)
  controls.enablePan = false
  controls.enableZoom = false
  controls.addEventListener('change', draw)
  draw()
}
onMounted(build)
watch(() => [props.wall, props.art, props.wet, props.behind], build)
watch(turn, draw)
useResizeObserver(stage, build)
onBeforeUnmount(() => {
  controls?.dispose()
  if (renderer instanceof WebGLRenderer) renderer.dispose()
})
</script>

<template>
  <div class="round">
    <div ref="stage" class="stage3" :class="behind" role="img" aria-label="The piece with its frost, to be turned" />
    <div class="turn">
      <span id="turn-it" class="muted">Turn it</span>
      <Slider v-model="turn" :min="-180" :max="180" :step="5" aria-labelledby="turn-it" />
      <span class="numeral">{{ turn }}°</span>
    </div>
    <p v-if="slow" class="muted note">Drawn without a graphics card, in plain faces.</p>
  </div>
</template>

<style scoped>
.round { display: grid; grid-template-rows: minmax(0, 1fr) auto auto; height: 100%; }
.stage3 { min-height: 0; overflow: hidden; cursor: grab; touch-action: none; background: #0f1112; }
.stage3.light { background: #d9dcd6; }
.stage3 :deep(canvas), .stage3 :deep(svg) { display: block; }
.turn {
  display: grid;
  grid-template-columns: auto 1fr 3.5rem;
  gap: 0.7rem;
  align-items: center;
  padding: 0.4rem 0.8rem;
  background: var(--ground);
  color: var(--text);
}
.note { padding: 0 0.8rem 0.3rem; background: var(--ground); font-size: 0.9rem; }
</style>

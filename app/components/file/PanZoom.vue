<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/** What is in it can be drawn nearer and pushed about: with wheel and mouse, or with + − 0 and the arrows. */
defineProps<{ label: string }>()
const frame = ref<HTMLElement>()
const scale = ref(1)
const at = ref({ x: 0, y: 0 })
const [least, most] = [0.5, 40]

/** Draws nearer about a point of the frame, which stays where it is. */
function zoom(by: number, x: number, y: number) {
  const next = Math.min(most, Math.max(least, scale.value * by))
  const grown = next / scale.value
  at.value = { x: x - (x - at.value.x) * grown, y: y - (y - at.value.y) * grown }
  scale.value = next
}
const centre = () => ({ x: frame.value!.clientWidth / 2, y: frame.value!.clientHeight / 2 })
function whole() {
  scale.value = 1
  at.value = { x: 0, y: 0 }
}
const move = (x: number, y: number) => (at.value = { x: at.value.x + x, y: at.value.y + y })
useEventListener(
  frame,
  'wheel',
  (event: WheelEvent) => {
    // A page is scrolled by the wheel alone: nearer goes with Ctrl, or once it is near.
    if (!event.ctrlKey && scale.value === 1) return
    event.preventDefault()
    const { left, top } = frame.value!.getBoundingClientRect()
    zoom(Math.exp(-event.deltaY / 400), event.clientX - left, event.clientY - top)
  },
  { passive: false },
)
let held: { x: number; y: number } | undefined
function hold(event: PointerEvent) {
  held = { x: event.clientX, y: event.clientY }
  frame.value!.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held) return
  move(event.clientX - held.x, event.clientY - held.y)
  held = { x: event.clientX, y: event.clientY }
}
const keys: Record<string, () => void> = {
  '+': () => zoom(1.4, centre().x, centre().y),
  '-': () => zoom(1 / 1.4, centre().x, centre().y),
  '0': whole,
  ArrowLeft: () => move(60, 0),
  ArrowRight: () => move(-60, 0),
  ArrowUp: () => move(0, 60),
  ArrowDown: () => move(0, -60),
}
function press(event: KeyboardEvent) {
  const run = keys[event.key]
  if (!run) return
  event.preventDefault()
  run()
}
</script>

<template>
  <div
    ref="frame"
    class="frame"
    tabindex="0"
    role="group"
    :aria-label="`${label}: + and − draw nearer and away, 0 shows all, the arrows push it`"
    @pointerdown="hold"
    @pointermove="drag"
    @pointerup="held = undefined"
    @pointercancel="held = undefined"
    @dblclick="whole"
    @keydown="press"
  >
    <div
      class="moved"
      :style="{ transform: `translate(${at.x}px, ${at.y}px) scale(${scale})` }"
    >
      <slot />
    </div>
    <span
      class="near mono no-print"
      aria-live="polite"
      >{{ Math.round(scale * 100) }} %</span
    >
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  height: var(--frame, 340px);
  overflow: hidden;
  border: 1px solid var(--line);
  background: var(--white);
  color: var(--on-white);
  cursor: grab;
  touch-action: none;
}
.moved {
  width: 100%;
  height: 100%;
  transform-origin: 0 0;
}
.moved :slotted(canvas) {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: contain;
}
.near {
  position: absolute;
  right: 6px;
  bottom: 4px;
  color: #5f5a69;
  font-size: 11px;
}
</style>

<script setup lang="ts">
/** The empty last rung: a new transition is drawn here, from column to column, by mouse or by keyboard. */
const props = defineProps<{ states: { id: string; name: string }[]; column: number }>()
const emit = defineEmits<{ drawn: [from: string, to: string] }>()
const from = ref<number | null>(null)
const to = ref(0)

function begin(index: number) {
  from.value = to.value = index
}
function finish() {
  if (from.value !== null) emit('drawn', props.states[from.value]!.id, props.states[to.value]!.id)
  from.value = null
}
function columnUnder(event: PointerEvent) {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  return Math.max(0, Math.min(props.states.length - 1, Math.floor((event.clientX - box.left) / props.column)))
}
function press(event: PointerEvent) {
  begin(columnUnder(event))
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  event.preventDefault()
}
function keys(event: KeyboardEvent, index: number) {
  const handlers: Record<string, () => void> = {
    Enter: () => (from.value === null ? begin(index) : finish()),
    ArrowRight: () => (to.value = Math.min(props.states.length - 1, to.value + 1)),
    ArrowLeft: () => (to.value = Math.max(0, to.value - 1)),
    Escape: () => (from.value = null),
  }
  const run = handlers[event.key]
  if (!run || (from.value === null && event.key !== 'Enter')) return
  run()
  event.preventDefault()
  event.stopPropagation()
}
const x = (index: number) => (index + 0.5) * props.column
const words = computed(() =>
  from.value === null
    ? 'draw one here…'
    : `${props.states[from.value]!.name} → ${props.states[to.value]!.name}`,
)
</script>

<template>
  <div>
    <span
      class="hint clip"
      :class="{ drawing: from !== null }"
      aria-live="polite"
      >{{ words }}</span
    >
    <div
      class="canvas"
      @pointerdown="press"
      @pointermove="from !== null && (to = columnUnder($event))"
      @pointerup="finish"
      @pointercancel="from = null"
    >
      <svg
        :width="states.length * column"
        height="28"
        aria-hidden="true"
      >
        <line
          v-if="from !== null"
          :x1="x(from)"
          :x2="x(to)"
          y1="14"
          y2="14"
        />
      </svg>
      <button
        v-for="(state, index) in states"
        :key="state.id"
        class="plain dot"
        :class="{ on: from !== null && (index === from || index === to) }"
        :style="{ left: `${x(index) - 9}px` }"
        :aria-label="`Draw a transition from ${state.name}`"
        title="Drag to another column; or Enter, arrows, Enter"
        @keydown="keys($event, index)"
      />
    </div>
  </div>
</template>

<style scoped>
.hint {
  color: var(--ink-faint);
}
.drawing {
  color: var(--accent);
  font-weight: 600;
}
.canvas {
  grid-column: 2 / calc(var(--columns) + 2);
  position: relative;
  height: 28px;
  cursor: crosshair;
  touch-action: none;
  padding: 0;
}
.dot {
  position: absolute;
  top: 5px;
  width: 18px;
  height: 18px;
}
.dot::after {
  content: '';
  display: block;
  width: 8px;
  height: 8px;
  margin: 5px;
  border: 1px solid var(--ink-faint);
  border-radius: 50%;
  background: var(--paper);
}
.dot.on::after {
  background: var(--accent);
  border-color: var(--accent);
}
line {
  stroke: var(--accent);
  stroke-width: 2;
  stroke-dasharray: 4 3;
}
svg {
  display: block;
}
</style>

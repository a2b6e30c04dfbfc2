<script setup lang="ts">
import type { Transition } from '~~/core/configuration'

/**
 * A transition drawn from its states to its state, on the sheet's columns: a full stem by hand, with the
 * number of signers by quorum, a broken one unattended.
 */
const props = defineProps<{ states: string[]; column: number; transition: Transition; faint?: boolean }>()
const x = (state: string) => (props.states.indexOf(state) + 0.5) * props.column
const from = computed(() => props.transition.from.filter((state) => props.states.includes(state)).map(x))
const to = computed(() => x(props.transition.to))
const loops = computed(() => from.value.includes(to.value))
/** The line runs over all starts, whichever side of the target they lie on. */
const ends = computed(() => from.value.filter((start) => start !== to.value))
const signers = computed(() =>
  props.transition.trigger === 'quorum'
    ? (props.transition.seats ?? []).map(({ needed }) => needed).join('+')
    : '',
)
const middle = computed(() => ((ends.value[0] ?? to.value) + to.value) / 2)
const arrow = (start: number) => {
  const tip = to.value
  const back = start < tip ? -9 : 9
  return `M${tip} 14 l${back} -4.5 v9 z`
}
</script>

<template>
  <svg
    :width="states.length * column"
    height="28"
    class="rung-line"
    :style="{ backgroundSize: `${column}px 28px` }"
    :class="[transition.trigger, { faint }]"
    aria-hidden="true"
  >
    <g
      v-for="start in ends"
      :key="start"
    >
      <line
        :x1="start"
        :x2="to + (start < to ? -6 : 6)"
        y1="14"
        y2="14"
        class="stem"
      />
      <circle
        :cx="start"
        cy="14"
        r="4"
      />
      <path :d="arrow(start)" />
    </g>
    <g v-if="loops">
      <circle
        :cx="to"
        cy="14"
        r="4"
      />
      <path
        class="loop"
        :d="`M${to + 3} 11 c10 -10 26 -6 26 3 s-14 11 -22 5`"
      />
      <path :d="`M${to + 4} 16 l8 -2.5 l-2 7 z`" />
    </g>
    <g v-if="signers">
      <rect
        :x="middle - signers.length * 4 - 3"
        y="6"
        :width="signers.length * 8 + 6"
        height="16"
        class="gap"
      />
      <text
        :x="middle"
        y="18"
        text-anchor="middle"
      >
        {{ signers }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.rung-line {
  display: block;
  background-image: linear-gradient(
    to right,
    var(--hairline) 1px,
    transparent 1px calc(50% - 0.5px),
    var(--hairline) calc(50% - 0.5px) calc(50% + 0.5px),
    transparent calc(50% + 0.5px)
  );
}
.stem {
  stroke: var(--ink);
  stroke-width: 1.4;
}
.unattended .stem {
  stroke-dasharray: 5 3;
}
circle,
path {
  fill: var(--ink);
}
.loop {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.gap {
  fill: var(--paper);
}
text {
  font: 11px var(--mono);
  fill: var(--ink);
}
.faint {
  opacity: 0.45;
}
:global(.rung.selected .rung-line) {
  --ink: var(--accent);
}
:global(.rung.traced .rung-line) {
  --ink: var(--wrong);
}
</style>

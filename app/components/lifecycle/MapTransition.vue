<script setup lang="ts">
import { pathOf, tipOf } from '~~/core/formats'
import type { Transition } from '~~/core/configuration'

/** A transition on the map: a line with a tip and its name, broken where nobody fires it. */
defineProps<{
  transition: Transition
  points: Parameters<typeof pathOf>[0]
  label: { x: number; y: number }
}>()
</script>

<template>
  <g
    class="transition"
    :class="transition.trigger"
    ><path
      class="reach"
      :d="pathOf(points)"
    /><path
      class="stem"
      :d="pathOf(points)"
    /><path
      class="tip"
      :d="tipOf(points)"
    /><text
      :x="label.x"
      :y="label.y"
      >{{ transition.name }}</text
    ></g
  >
</template>

<style scoped>
.stem {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}
.unattended .stem {
  stroke-dasharray: 5 3;
}
.reach {
  fill: none;
  stroke: transparent;
  stroke-width: 14;
  cursor: pointer;
}
.tip {
  fill: var(--ink);
}
.transition text {
  font:
    11px 'IBM Plex Sans',
    sans-serif;
  fill: var(--ink-soft);
  cursor: pointer;
}
.transition.selected {
  --ink: var(--accent);
  --ink-soft: var(--accent);
}
.transition.selected .stem {
  stroke-width: 2.4;
}
.transition.muted {
  opacity: 0.25;
}
</style>

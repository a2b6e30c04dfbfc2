<script setup lang="ts">
import { type Phase, phaseKinds } from '~~/core/configuration'

/** A state, marked by its phase: by glyph and frame, not by colour alone. */
defineProps<{ phase: Phase; name: string }>()
</script>

<template>
  <span
    class="state"
    :class="phase"
    :title="`${name}, ${phaseKinds[phase].name}`"
    >{{ name }}</span
  >
</template>

<style scoped>
.state {
  border: 1px solid var(--ink);
  padding: 2px 12px;
  font-weight: 600;
  border-radius: 2px;
  white-space: nowrap;
}
.state.review {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--tint) 5px 7px);
}
.state.issued {
  background: var(--ink);
  color: var(--inverse);
}
.state.retired {
  color: var(--ink-soft);
  border-color: var(--ink-faint);
}
</style>

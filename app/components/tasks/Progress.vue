<script setup lang="ts">
import type { Progress } from '~~/core/engine'

/** How far a round is: a mark for each chair, filled where somebody has signed. */
const props = defineProps<{ progress: Progress }>()
const chairs = computed(() =>
  props.progress.seats.flatMap(({ seat, needed, signed }) =>
    Array.from({ length: needed }, (_, chair) => ({ seat, isSigned: chair < signed.length })),
  ),
)
</script>

<template>
  <span
    class="chairs"
    :title="`${progress.signed} of ${progress.needed} signed`"
  >
    <span
      v-for="(chair, index) in chairs.slice(0, 8)"
      :key="index"
      class="chair"
      :class="{ signed: chair.isSigned, next: index > 0 && chairs[index - 1]!.seat !== chair.seat }"
    />
    <span class="mono">{{ progress.signed }} of {{ progress.needed }}</span>
  </span>
</template>

<style scoped>
.chairs {
  display: inline-flex;
  gap: 3px;
  align-items: center;
}
.chair {
  width: 7px;
  height: 11px;
  border: 1px solid var(--ink);
}
.chair.signed {
  background: var(--ink);
}
.chair.next {
  margin-left: 4px;
}
.mono {
  margin-left: 5px;
}
</style>

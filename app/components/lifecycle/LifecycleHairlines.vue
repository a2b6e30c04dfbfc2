<script setup lang="ts">
/**
 * The hairlines of a sheet's columns, behind all of its rungs at once: one where each column begins, and one in its
 * middle. Drawn by each rung for itself they took two fifths of what a frame costs while the sheet is scrolled.
 */
const props = defineProps<{ columns: string[]; column: number }>()
const seen = useColumnsInSight(() => props.columns)
</script>

<template>
  <span
    v-for="{ thing, index } in seen"
    :key="thing"
    class="hairlines"
    :style="{ left: `${beforeColumns + index * column}px`, width: `${column / 2 + 1}px` }"
  />
</template>

<style scoped>
.hairlines {
  position: absolute;
  top: 0;
  bottom: 0;
  border: solid var(--hairline);
  border-width: 0 1px;
  pointer-events: none;
}
</style>

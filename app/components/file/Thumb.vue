<script setup lang="ts">
import { viewOf } from './kinds'

/** A small picture of a version's sheet, where one is drawn; it is fetched when it comes into sight. */
const props = defineProps<{ number: string; version: number; fileName: string }>()
const failed = ref(false)
const isDrawn = computed(() => viewOf(props.fileName) === 'drawn' && !failed.value)
const source = computed(
  () => `/api/documents/${encodeURIComponent(props.number)}/versions/${props.version}/sheet?size=small`,
)
</script>

<template>
  <img
    v-if="isDrawn"
    class="thumb"
    :src="source"
    :alt="`Sheet of ${fileName}`"
    loading="lazy"
    @error="failed = true"
  />
  <span
    v-else
    class="soft mono thumb none"
    >{{ fileName.split('.').pop() }}</span
  >
</template>

<style scoped>
.thumb {
  display: block;
  width: 100%;
  height: 100%;
  object-fit: contain;
  background: var(--white);
  border: 1px solid var(--line);
}
.none {
  display: grid;
  place-items: center;
  background: var(--well);
  font-size: 11px;
}
</style>

<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { Referred } from '~~/shared/answers'

/** Other documents, each with where it stands. */
defineProps<{ documents: Referred[]; empty?: string }>()
const configuration = computed(() => useConfiguration().published!.configuration)
</script>

<template>
  <p
    v-for="other in documents"
    :key="other.id"
    class="line"
  >
    <NuxtLink
      class="mono"
      :to="`/vault/${encodeURIComponent(other.number)}`"
      >{{ other.number }}</NuxtLink
    >
    <span class="soft">{{ stateName(configuration, other.state) }}</span>
  </p>
  <p
    v-if="!documents.length && empty"
    class="soft"
  >
    {{ empty }}
  </p>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--hairline);
}
</style>

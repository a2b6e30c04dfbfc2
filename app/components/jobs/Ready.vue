<script setup lang="ts">
import { readyKinds, type ReadyKind } from '~~/shared/answers/jobs'
import { jobWords } from '~~/shared/job-words'

/** The ready jobs, each to be begun now. */
const emit = defineEmits<{ queued: [] }>()
const days = ref(7)
async function begin(kind: ReadyKind) {
  const body = { kind, ...(kind === 'remind' ? { days: days.value } : {}) }
  if (await attempt(() => api('jobs', { method: 'POST', body }))) emit('queued')
}
</script>

<template>
  <h2>Begin now</h2>
  <div
    v-for="kind in readyKinds"
    :key="kind"
    class="ready"
  >
    <button
      class="act"
      :title="jobWords[kind].about"
      @click="begin(kind)"
    >
      {{ jobWords[kind].name }}
    </button>
    <JobsDays
      v-if="kind === 'remind'"
      v-model="days"
      label="Days"
    />
    <span
      v-else
      class="soft"
      >{{ jobWords[kind].about }}</span
    >
  </div>
</template>

<style scoped>
.ready {
  padding: 5px 0;
  border-bottom: 1px solid var(--hairline);
  display: grid;
  gap: 2px;
  justify-items: start;
}
</style>

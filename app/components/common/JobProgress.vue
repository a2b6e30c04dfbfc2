<script setup lang="ts">
import type { Job } from '~~/shared/answers'

/** A job as a line: how far it is, and the way to stop it. */
const props = defineProps<{ job: Job }>()
const words: Record<Job['kind'], string> = {
  'intake-read': 'Reading',
  'intake-plan': 'Planning',
  'intake-run': 'Bringing in',
}
const share = computed(() => (props.job.total ? props.job.done / props.job.total : 0))
const busy = computed(() => ['queued', 'running'].includes(props.job.status))
const stop = () => attempt(() => api(`jobs/${props.job.id}/stop`, { method: 'POST' }))
</script>

<template>
  <div
    class="job"
    :class="job.status"
  >
    <span>{{ words[job.kind] }} {{ job.subjectName }}</span>
    <span
      class="track"
      role="progressbar"
      :aria-valuenow="Math.round(share * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-label="`${words[job.kind]} ${job.subjectName}`"
      ><span :style="{ width: `${share * 100}%` }"
    /></span>
    <span class="mono">{{ job.done }} of {{ job.total }}</span>
    <span
      v-if="job.status !== 'done'"
      :class="job.status === 'failed' ? 'wrong' : 'soft'"
      >{{ job.stopAsked && busy ? 'stopping' : job.status }}{{ job.message ? `: ${job.message}` : '' }}</span
    >
    <button
      v-if="busy && job.kind !== 'intake-plan'"
      class="link"
      :disabled="job.stopAsked"
      @click="stop"
    >
      Stop
    </button>
  </div>
</template>

<style scoped>
.job {
  display: flex;
  gap: 12px;
  align-items: center;
}
.track {
  width: 220px;
  height: 8px;
  border: 1px solid var(--ink);
  display: inline-block;
}
.track span {
  display: block;
  height: 100%;
  background: var(--accent);
}
</style>

<script setup lang="ts">
import type { Job } from '~~/shared/answers'
import { jobWords } from '~~/shared/job-words'

/** A job as a line: how far it is, and the way to stop it. */
const props = defineProps<{ job: Job }>()
const share = computed(() => (props.job.total ? props.job.done / props.job.total : 0))
const busy = computed(() => ['queued', 'running'].includes(props.job.status))
const stop = () => attempt(() => api(`jobs/${props.job.id}/stop`, { method: 'POST' }))
</script>

<template>
  <div
    class="job"
    :class="job.status"
  >
    <span class="once">{{ jobWords[job.kind].doing }} {{ job.subjectName }}</span>
    <span
      v-if="busy || job.total"
      class="track"
      role="progressbar"
      :aria-valuenow="Math.round(share * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-label="`${jobWords[job.kind].doing} ${job.subjectName}`"
      ><span :style="{ width: `${share * 100}%` }"
    /></span>
    <span
      v-if="busy || job.total"
      class="mono once"
      >{{ job.done }} of {{ job.total }}</span
    >
    <span
      v-if="job.status !== 'done' || job.message"
      :class="job.status === 'failed' ? 'wrong' : 'soft'"
      >{{
        job.stopAsked && busy
          ? 'stopping'
          : job.attempts && job.status === 'queued'
            ? 'tried again later'
            : job.status
      }}{{ job.message ? `: ${job.message}` : '' }}</span
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
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
}
.track {
  flex: 0 1 160px;
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

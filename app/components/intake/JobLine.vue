<script setup lang="ts">
import type { IntakePage } from '~~/shared/answers'

/** The job of an intake while it is at work, and how to go on after it was stopped. */
defineProps<{ page: IntakePage; busy: boolean }>()
const emit = defineEmits<{ read: [] }>()
</script>

<template>
  <div
    v-if="busy && page.job && (page.job.total > 0 || page.job.kind === 'intake-plan')"
    class="job"
  >
    <CommonJobProgress :job="page.job" />
  </div>
  <div
    v-else-if="page.job && ['stopped', 'failed'].includes(page.job.status)"
    class="job"
  >
    <CommonJobProgress :job="page.job" /><button
      v-if="page.intake.stage === 'new'"
      class="link"
      @click="emit('read')"
    >
      Go on reading</button
    ><span
      v-else-if="page.documents.ready"
      class="soft"
      >Nothing is lost: carry on when you like.</span
    >
  </div>
</template>

<style scoped>
.job {
  padding: 8px 0 0;
  display: flex;
  gap: 12px;
}
</style>

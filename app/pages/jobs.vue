<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Job } from '~~/shared/answers'

useTitle('Jobs')
const jobs = shallowRef<Job[] | null>(null)
const load = async () => {
  jobs.value = await api<Job[]>('jobs').catch(() => jobs.value)
}
onMounted(load)
useIntervalFn(load, 1000)
const time = (at: string | null) => at?.slice(0, 19).replace('T', ' ') ?? '–'
</script>

<template>
  <div class="page">
    <h1>Jobs</h1>
    <p class="soft">
      One at a time, oldest first. A job that was under way when the server ended is taken up again.
    </p>
    <table
      v-if="jobs?.length"
      class="rows"
    >
      <thead>
        <tr>
          <th>Job</th>
          <th>Queued</th>
          <th>Started</th>
          <th>Ended</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="job in jobs"
          :key="job.id"
        >
          <td><CommonJobProgress :job="job" /></td>
          <td class="mono">{{ time(job.queuedAt) }}</td>
          <td class="mono">{{ time(job.startedAt) }}</td>
          <td class="mono">{{ time(job.endedAt) }}</td>
        </tr>
      </tbody>
    </table>
    <p
      v-else-if="jobs"
      class="empty"
    >
      No job has run yet. Reading an archive is one; so is bringing its documents in.
    </p>
  </div>
</template>

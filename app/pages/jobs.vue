<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { Job } from '~~/shared/answers'
import { minuteOf } from '~/format'

useTitle('Jobs')
const jobs = shallowRef<Job[] | null>(null)
const status = ref<'' | 'open' | 'failed' | 'ended'>('')
const load = async () => {
  const query = status.value ? { status: status.value } : {}
  jobs.value = await api<Job[]>('jobs', { query }).catch(() => jobs.value)
}
onMounted(load)
watch(status, load)
useIntervalFn(load, 1000)
const statuses = [
  { value: '', name: 'All' },
  { value: 'open', name: 'Waiting or at work' },
  { value: 'failed', name: 'Failed' },
  { value: 'ended', name: 'Ended' },
]
const time = (at: string | null) => (at ? minuteOf(at) : '–')
async function again(job: Job) {
  if (await attempt(() => api(`jobs/${job.id}/again`, { method: 'POST' }))) await load()
}
const canRunAgain = ({ status: is, kind }: Job) =>
  ['failed', 'stopped'].includes(is) && !kind.startsWith('intake-')
</script>

<template>
  <div class="page">
    <div class="bar">
      <h1>Jobs</h1>
      <span class="soft"
        >long work beside what takes a moment, each by priority and age; what a dead worker had is taken up
        again</span
      >
      <div class="grow" />
      <CommonPick
        class="status"
        :value="status"
        label="Which jobs"
        :options="statuses"
        @pick="status = $event as typeof status"
      />
    </div>
    <div class="columns">
      <section>
        <table
          v-if="jobs?.length"
          class="rows"
          aria-label="Jobs"
        >
          <thead>
            <tr>
              <th>Job</th>
              <th>Queued</th>
              <th>Ended</th>
              <th class="right">Tries</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="job in jobs"
              :key="job.id"
            >
              <td>
                <CommonJobProgress :job="job" />
                <button
                  v-if="canRunAgain(job)"
                  class="link"
                  @click="again(job)"
                >
                  Begin again
                </button>
              </td>
              <td class="mono once">{{ time(job.queuedAt) }}</td>
              <td class="mono once">{{ time(job.endedAt) }}</td>
              <td class="mono right">{{ job.attempts || '–' }}</td>
            </tr>
          </tbody>
        </table>
        <p
          v-else-if="jobs"
          class="empty"
        >
          {{
            status ? 'No job is like that.' : 'No job has run yet. Reading an archive is one; so is a backup.'
          }}
        </p>
      </section>
      <aside>
        <JobsReady @queued="load" />
        <JobsSchedules />
      </aside>
    </div>
  </div>
</template>

<style scoped>
.status {
  width: 170px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 28px;
  margin-top: 10px;
}
</style>

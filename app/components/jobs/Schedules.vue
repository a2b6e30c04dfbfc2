<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { ReadSchedule, Schedule } from '~~/shared/answers'
import { readyKinds, type ReadyKind } from '~~/shared/answers/jobs'
import { jobWords } from '~~/shared/job-words'
import { sentence } from '~/format'

/** What queues jobs again and again, in words, each with its next three times. */
const schedules = shallowRef<Schedule[]>([])
const load = () => attempt(async () => (schedules.value = await api<Schedule[]>('schedules')))
onMounted(load)

const kind = ref<ReadyKind>('verify')
const when = ref('every workday at 6')
const days = ref(7)
const read = shallowRef<ReadSchedule | null>(null)
const fault = ref('')
const tryIt = useDebounceFn(async () => {
  try {
    read.value = await api<ReadSchedule>('schedules/next', { query: { when: when.value } })
    fault.value = ''
  } catch (error) {
    read.value = null
    fault.value = refusalOf(error).message
  }
}, 200)
watch(when, tryIt, { immediate: true })

async function add() {
  const body = {
    kind: kind.value,
    when: when.value,
    ...(kind.value === 'remind' ? { days: days.value } : {}),
  }
  if (await attempt(() => api('schedules', { method: 'POST', body }))) await load()
}
const rest = ({ id, cron, days: after, active }: Schedule) =>
  attempt(async () => {
    const body = { when: cron, active: !active, ...(after === null ? {} : { days: after }) }
    schedules.value = await api<Schedule[]>(`schedules/${id}`, { method: 'PUT', body })
  })
const drop = ({ id }: Schedule) =>
  attempt(async () => (schedules.value = await api<Schedule[]>(`schedules/${id}`, { method: 'DELETE' })))
const local = (at: string) =>
  new Date(at).toLocaleString('sv-SE', { timeZone: read.value?.zone ?? 'UTC' }).slice(0, 16)
</script>

<template>
  <h2>Schedules</h2>
  <div
    v-for="schedule in schedules"
    :key="schedule.id"
    class="schedule"
  >
    <div class="bar">
      <b>{{ jobWords[schedule.kind].name }}</b>
      <span
        v-if="schedule.days"
        class="soft"
        >over {{ schedule.days }} d</span
      >
      <div class="grow" />
      <button
        class="link"
        @click="rest(schedule)"
      >
        {{ schedule.active ? 'Rest' : 'Go on' }}</button><button
        class="link"
        @click="drop(schedule)"
      >
        Remove
      </button>
    </div>
    <span :class="schedule.active ? '' : 'soft'">{{ schedule.words }}</span><span
      v-if="!schedule.active"
      class="waits"
    >
      rests</span
    >
    <div class="mono soft">{{ schedule.next.map(local).join(' · ') }}</div>
  </div>
  <form
    class="new"
    @submit.prevent="add"
  >
    <CommonPick
      :value="kind"
      label="What is scheduled"
      :options="readyKinds.map((one) => ({ value: one, name: jobWords[one].name }))"
      @pick="kind = $event as ReadyKind"
    />
    <input
      v-model="when"
      class="field"
      aria-label="When"
      maxlength="200"
    />
    <JobsDays
      v-if="kind === 'remind'"
      v-model="days"
      label="Days of waiting"
    />
    <p
      v-if="read"
      class="soft"
    >
      {{ read.words }} ({{ read.zone }}), next
      <span
        v-for="time in read.next"
        :key="time"
        class="mono time"
        >{{ local(time) }}</span
      >
    </p>
    <p
      v-else-if="fault"
      class="wrong"
    >
      ▲ {{ sentence(fault) }}
    </p>
    <button
      class="act"
      :disabled="!read"
    >
      Add the schedule
    </button>
  </form>
</template>

<style scoped>
h2 {
  margin-top: 18px;
}
.schedule {
  padding: 5px 0;
  border-bottom: 1px solid var(--hairline);
}
.new {
  display: grid;
  gap: 5px;
  padding-top: 8px;
  justify-items: start;
}
.new p {
  margin: 0;
}
.time {
  display: block;
}
</style>

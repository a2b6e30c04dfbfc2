<script setup lang="ts">
import type { FileTaskName, FileWork, Job, JobLine } from '~~/shared/answers'
import { useIntervalFn } from '@vueuse/core'

/** Work on the files of a set of documents: what is done, how far it is, and what became of each. */
const props = defineProps<{ work: Omit<FileWork, 'task'>; about: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useConfiguration()
const task = ref<FileTaskName>('draw')
const script = ref('')
const job = shallowRef<Job | null>(null)
const lines = shallowRef<JobLine[]>([])

const tasks: { value: FileTaskName; name: string; leads: string }[] = [
  {
    value: 'draw',
    name: 'Draw the revisions',
    leads:
      'The rows from before the vault stand on each drawing as a block of their own, once for all; beside it a live block, which grows with every step. The label at the transfer stands in both.',
  },
  {
    value: 'write',
    name: 'Write the records',
    leads: 'What records say goes into the files at the places to which it is bound.',
  },
  {
    value: 'refresh',
    name: 'Refresh the live blocks',
    leads: 'Live blocks say what the register says now; drawings without blocks are left alone.',
  },
  {
    value: 'script',
    name: 'Run a script',
    leads: 'A script of yours says what is written at which place of each file.',
  },
]
const chosen = computed(() => tasks.find(({ value }) => value === task.value)!)
const scripts = computed(() =>
  (store.published?.configuration.scripts ?? []).map(({ id, name }) => ({ value: id, name })),
)
async function run() {
  const body = {
    ...props.work,
    task: task.value,
    ...(task.value === 'script' ? { script: script.value } : {}),
  }
  await attempt(async () => {
    const { id } = await api<{ id: string }>('jobs/files', { method: 'POST', body })
    lines.value = []
    job.value = { id } as Job
    await look(id)
    resume()
  })
}
async function look(id: string) {
  const jobs = await api<Job[]>('jobs', { query: { limit: 50 } })
  job.value = jobs.find((one) => one.id === id) ?? job.value
  if (job.value && !['queued', 'running'].includes(job.value.status)) {
    pause()
    const told = await Promise.all(
      ['held', 'not done'].map((outcome) => api<JobLine[]>(`jobs/${id}/lines`, { query: { outcome } })),
    )
    lines.value = told.flat()
  }
}
const { pause, resume } = useIntervalFn(() => job.value && look(job.value.id), 700, { immediate: false })
</script>

<template>
  <ShellTheTray
    label="Work on files"
    :height="220"
    @close="emit('close')"
  >
    <template #what>
      <h3>Work on the files of {{ about }}</h3>
      <label
        v-for="one in tasks"
        :key="one.value"
        class="task"
        ><input
          v-model="task"
          type="radio"
          name="file-task"
          :value="one.value"
        />
        {{ one.name }}</label
      >
      <CommonPick
        v-if="task === 'script'"
        :value="script"
        label="Script"
        :options="scripts"
        empty="choose a script"
        @pick="script = $event"
      />
    </template>
    <template #rests>
      <h3>What will happen</h3>
      <p>{{ chosen.leads }}</p>
      <JobsBlockPlaces v-if="task === 'draw'" />
      <p class="soft">
        Each file gets a new content beside the ones before, which stay as they are. What somebody has checked
        out is left alone and listed; doing it twice changes nothing.
      </p>
      <button
        class="act main"
        :disabled="task === 'script' && !script"
        @click="run"
      >
        {{ chosen.name }}
      </button>
    </template>
    <template #leads>
      <h3>How it went</h3>
      <CommonJobProgress
        v-if="job?.kind"
        :job="job"
      />
      <p
        v-else
        class="soft"
      >
        Not begun.
      </p>
      <ul
        v-if="lines.length"
        class="lines"
        aria-label="Left alone"
      >
        <li
          v-for="line in lines"
          :key="line.number"
        >
          <NuxtLink
            class="mono"
            :to="`/vault/${encodeURIComponent(line.number)}`"
            >{{ line.number }}</NuxtLink
          >
          <span :class="line.outcome === 'held' ? 'waits' : 'wrong'">
            {{ line.outcome }}{{ line.message ? `: ${line.message}` : '' }}</span
          >
        </li>
      </ul>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.task {
  display: block;
  padding: 1px 0;
}
.lines {
  margin: 6px 0 0;
  padding-left: 16px;
}
</style>

<script setup lang="ts">
import {
  applyEdit,
  companyPatterns,
  type Configuration,
  EditError,
  emptyConfiguration,
  patternFolders,
} from '~~/core/configuration'
import { scheduleInWords } from '~~/core/schedule'
import { jobWords } from '~~/shared/job-words'
import { usualSchedules } from '~~/shared/usual-schedules'

/** Starts the vault from company patterns or from a file. */
const emit = defineEmits<{ preview: [configuration: Configuration]; started: [] }>()
const taken = ref<string[]>([])
const choices = ref(
  companyPatterns.flatMap(({ choices: all }) => all.filter(({ isUsual }) => isUsual)).map(({ id }) => id),
)
/** What a start makes besides the configuration. */
const besides = computed(() => {
  const folders = patternFolders(taken.value, choices.value)
  const schedules = usualSchedules.map(({ kind, when }) => `${jobWords[kind].name}, ${scheduleInWords(when)}`)
  return [`Folders: ${folders.join(', ')}`, `Schedules: ${schedules.join('; ')}`]
})
const { refused, isBusy, run } = useRefusable()

/** The choices of all patterns that are taken. */
const offered = computed(() => {
  const all = companyPatterns
    .filter(({ id }) => taken.value.includes(id))
    .flatMap((pattern) => pattern.choices)
  return [...new Map(all.map((choice) => [choice.id, choice])).values()]
})
watch(
  [taken, choices],
  () => {
    refused.value = ''
    const edit = { kind: 'take-company-patterns' as const, patterns: taken.value, choices: choices.value }
    try {
      emit('preview', taken.value.length ? applyEdit(emptyConfiguration, edit) : emptyConfiguration)
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      refused.value = error.message
    }
  },
  { deep: true },
)

const send = (request: () => Promise<unknown>) =>
  run(async () => {
    await request()
    emit('started')
  })
const start = () =>
  send(() => api('set-up/start', { method: 'POST', body: { patterns: taken.value, choices: choices.value } }))
function bring(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (!file) return
  const query = { fileName: file.name }
  return send(() => api('set-up/configuration', { method: 'PUT', query, body: file })).finally(
    () => (input.value = ''),
  )
}
</script>

<template>
  <form
    class="start"
    @submit.prevent="start"
  >
    <label
      v-for="pattern in companyPatterns"
      :key="pattern.id"
      class="pattern"
      ><input
        v-model="taken"
        type="checkbox"
        :value="pattern.id"
      /><span
        ><b>{{ pattern.name }}</b
        ><br /><span class="soft">{{ pattern.words }}</span></span
      ></label
    >
    <label
      v-for="choice in offered"
      :key="choice.id"
      class="pattern"
      ><input
        v-model="choices"
        type="checkbox"
        :value="choice.id"
      />{{ choice.name }}</label
    >
    <template v-if="taken.length">
      <p
        v-for="line in besides"
        :key="line"
        class="soft besides"
      >
        {{ line }}.
      </p>
    </template>
    <CommonRefused :message="refused" />
    <div class="bar">
      <button
        class="act main"
        :disabled="isBusy || !taken.length"
      >
        Start with {{ taken.length > 1 ? 'these' : 'this' }}
      </button>
      <label class="act"
        >Bring in a configuration …<input
          type="file"
          class="away"
          accept=".json"
          aria-label="A configuration’s file"
          :disabled="isBusy"
          @change="bring"
      /></label>
      <NuxtLink to="/lifecycles">Begin empty</NuxtLink>
    </div>
  </form>
</template>

<style scoped>
.start {
  display: grid;
  gap: 9px;
}
.pattern {
  display: grid;
  grid-template-columns: 20px 1fr;
  align-items: start;
}
.besides {
  margin: 0;
}
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
}
.bar label {
  display: inline-flex;
  align-items: center;
}
.away {
  position: absolute;
  opacity: 0;
  width: 1px;
}
</style>

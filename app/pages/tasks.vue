<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { Task } from '~~/shared/answers'
import { counted, dayOf } from '~/format'

useTitle('Tasks')
const route = useRoute()
const router = useRouter()
const store = useConfiguration()
const session = useSession()
const text = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)
const go = (query: Record<string, string | undefined>) =>
  router.replace({ query: { ...route.query, ...query } })

const deferred = computed(() => text('deferred') === 'yes')
const filter = () => ({
  ...(deferred.value ? { deferred: true } : {}),
  ...(text('document') ? { document: text('document') } : {}),
})
const { fetchPage, picked, chosen, version, mark, decide, act } = useTasks(filter)
const query = computed(() => ({ ...filter(), version: version.value }))
const total = ref<number | null>(null)
const tasks = computed(() => {
  if (chosen.value.size) return [...chosen.value.values()]
  return picked.value ? [picked.value] : []
})

const columns = [
  { key: 'mark', label: '', width: '22px' },
  { key: 'waits', label: 'Waits', width: '64px', right: true },
  { key: 'number', label: 'Document', width: 'minmax(190px, 1.6fr)' },
  { key: 'asks', label: 'Asked of you', width: 'minmax(130px, 1fr)' },
  { key: 'round', label: 'Signed', width: '110px' },
  { key: 'state', label: 'Stands in', width: '100px' },
  { key: 'rev', label: 'Rev.', width: '56px' },
  { key: 'due', label: 'Until', width: '88px' },
  { key: 'claimed', label: 'Seen to by', width: 'minmax(90px, 0.7fr)' },
]
const days = (task: Task) => Math.floor((Date.now() - Date.parse(task.since)) / 86_400_000)
const today = new Date().toISOString().slice(0, 10)
const nameOf = (state: string) => stateName(store.published!.configuration, state)
const seen = ({ claimedBy }: Task) =>
  claimedBy ? (claimedBy.id === session.person?.id ? 'you' : claimedBy.name) : ''
function close() {
  picked.value = null
  chosen.value = new Map()
}
useShortcuts([
  { keys: 'Enter', does: 'open the document' },
  { keys: 'Space', does: 'mark a task, to decide several at once' },
])
</script>

<template>
  <div
    v-if="store.published"
    class="tasks"
  >
    <div class="bar">
      <h1>Tasks</h1>
      <span
        v-if="text('document')"
        class="soft"
        >about <span class="mono">{{ text('document') }}</span>
        <button
          class="link"
          @click="go({ document: undefined })"
        >
          show all
        </button></span
      >
      <span
        v-else
        class="soft"
        >what waits for you, the oldest first</span
      >
      <div class="grow" />
      <label class="soft"
        ><input
          type="checkbox"
          :checked="deferred"
          @change="go({ deferred: deferred ? undefined : 'yes' })"
        />
        what is put off too</label
      >
      <span
        v-if="chosen.size"
        class="soft"
        >{{ counted(chosen.size, 'task') }} marked</span
      >
    </div>
    <CommonPagedTable
      label="Tasks"
      :columns="columns"
      :fetch-page="fetchPage"
      :query="query"
      :key-of="(task: Task) => task.id"
      :selected="picked?.id"
      @select="picked = $event"
      @open="goTo(`/vault/${encodeURIComponent($event.number)}`)"
      @mark="mark"
      @total="total = $event"
    >
      <template #mark="{ row: task }"
        ><input
          type="checkbox"
          :checked="chosen.has(task.id)"
          :aria-label="`Mark ${task.number}`"
          @click.stop="mark(task)"
        />
      </template>
      <template #waits="{ row: task }"
        ><span
          class="mono"
          :title="`since ${dayOf(task.since)}`"
          >{{ days(task) }} d</span
        ></template
      >
      <template #number="{ row: task }"
        ><span class="mono">{{ task.number }}</span> <span class="soft">{{ task.title }}</span></template
      >
      <template #asks="{ row: task }">{{ task.asks }}</template>
      <template #round="{ row: task }"
        ><TasksProgress
          v-if="task.progress"
          :progress="task.progress"
      /></template>
      <template #state="{ row: task }">{{ nameOf(task.state) }}</template>
      <template #rev="{ row: task }"
        ><span class="mono">{{ task.revision ?? '–' }}</span></template
      >
      <template #due="{ row: task }"
        ><span
          class="mono"
          :class="task.due && task.due < today ? 'wrong' : 'soft'"
          >{{ task.due ?? '' }}</span
        ></template
      >
      <template #claimed="{ row: task }"
        ><span :class="task.deferredUntil ? 'waits' : 'soft'">{{
          task.deferredUntil ? `off until ${task.deferredUntil}` : seen(task)
        }}</span></template
      >
      <template #empty
        ><div class="empty">
          Nothing waits for you. What you are asked to sign, what comes back to you and what you have checked
          out stands here, and nothing that you could not decide.
        </div></template
      >
    </CommonPagedTable>
    <TasksTray
      v-if="tasks.length"
      :key="tasks.map(({ id }) => id).join()"
      :tasks="tasks"
      :decide="decide"
      :act="act"
      @close="close"
    />
  </div>
</template>

<style scoped>
.tasks {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100cqh;
  padding: 10px 18px 0;
  row-gap: 8px;
}
</style>

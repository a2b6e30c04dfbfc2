<script setup lang="ts">
import { sourceInWords } from '~~/core/intake'
import { stateName } from '~~/core/configuration'
import type { PlannedRow } from '~/composables/intakeRows'

const stations = ['read', 'reconcile', 'map', 'run', 'verify'] as const
type Station = (typeof stations)[number]

const route = useRoute()
const id = String(route.params.id)
const store = useConfiguration()
const configuration = computed(() => store.published!.configuration)
const table = ref<{ refresh: () => void }>()
const { page, missing, busy, post, settle } = useIntake(id, () => table.value?.refresh())
useTitle(() => page.value?.intake.name ?? 'Intake')

const sum = (status: string) =>
  page.value?.files.filter((row) => row.status === status).reduce((total, row) => total + row.count, 0) ?? 0
const files = computed(() => page.value?.files.reduce((total, row) => total + row.count, 0) ?? 0)
const planned = computed(() => page.value?.documents ?? {})
const finished = computed(() => page.value?.intake.stage === 'done')
const station = computed<Station>(() =>
  stations.includes(route.query.at as Station)
    ? (route.query.at as Station)
    : finished.value
      ? 'verify'
      : sum('held') && page.value?.intake.stage === 'read'
        ? 'reconcile'
        : page.value?.intake.stage === 'running'
          ? 'run'
          : 'map',
)
const counts = computed<Record<Station, string>>(() => ({
  read: `${files.value} files`,
  reconcile: sum('held') ? `${sum('held')} files held` : 'nothing open',
  map: `${(planned.value.ready ?? 0) + (planned.value.held ?? 0) + (planned.value.done ?? 0) + (planned.value.failed ?? 0)} documents`,
  run: planned.value.ready ? `${planned.value.ready} ready` : `${planned.value.done ?? 0} in`,
  verify: planned.value.done ? `${planned.value.done} brought in` : '–',
}))
const groups = computed(() => [
  ...(page.value?.files ?? [])
    .filter((row) => row.status === 'held')
    .map((row) => ({
      key: row.conflict ?? '',
      name: conflictName(row.conflict),
      count: row.count,
    }))
    .sort((a, b) => b.count - a.count),
])
const group = ref<string | null>(null)
const status = computed(
  () =>
    ({
      read: undefined,
      reconcile: 'held',
      map: undefined,
      run: planned.value.ready ? 'ready' : 'done',
      verify: undefined,
    })[station.value],
)
const query = computed(() =>
  Object.fromEntries(
    Object.entries({
      status: status.value,
      conflict: station.value === 'reconcile' ? (group.value ?? undefined) : undefined,
      text: text.value.trim() || undefined,
    }).filter(([, value]) => value),
  ),
)
const text = ref('')
const go = (to: Station) => navigateTo({ query: { at: to } }, { replace: true })

const columns = computed(() => {
  const found = [
    { key: 'number', label: 'Number', width: '92px' },
    { key: 'file', label: 'File', width: 'minmax(130px, 1fr)' },
    { key: 'name', label: 'Name', width: '62px' },
    { key: 'register', label: 'Register', width: '70px' },
    { key: 'label', label: 'Label', width: '50px' },
  ]
  if (station.value === 'reconcile')
    return [...found, { key: 'stands', label: 'Held back, because', width: 'minmax(200px, 2fr)' }]
  const becomes = [
    { key: 'tape', label: 'History → next', width: '172px' },
    {
      key: 'state',
      label: station.value === 'verify' ? 'Predicted' : 'Target',
      width: station.value === 'verify' ? '104px' : '80px',
    },
  ]
  if (station.value === 'verify')
    return [
      ...found.filter(({ key }) => key === 'number' || key === 'file' || key === 'label'),
      ...becomes,
      { key: 'result', label: 'Result', width: '104px' },
      { key: 'same', label: 'As predicted', width: '96px' },
    ]
  return [...found, ...becomes, { key: 'stands', label: 'Stands', width: '118px' }]
})
const fetchPage = (offset: number, limit: number) =>
  api<{ total: number; rows: PlannedRow[] }>(`intakes/${id}/files`, {
    query: { ...query.value, offset, limit },
  })
const chosen = shallowRef<PlannedRow | null>(null)
const total = ref(0)
const title = computed(
  () =>
    ({
      read: 'Every file of the archive, with what was read.',
      reconcile: group.value
        ? conflictName(group.value)
        : 'Files that are held back, each with its ways out.',
      map: 'What each file becomes.',
      run: planned.value.ready ? 'Documents that are ready to be brought in.' : 'What was brought in.',
      verify: 'Prediction beside result, file by file.',
    })[station.value],
)

async function settleAndFollow(settled: { key: string; settlement: object | null }[]) {
  if (await settle(settled)) chosen.value = null
}
const run = async () => {
  if (await post('run')) go('run')
}
useShortcuts([
  ...stations.map((name, index) => ({ keys: String(index + 1), does: name, run: () => go(name) })),
  {
    keys: 'Ctrl+Enter',
    does: 'bring the ready documents in',
    run: () => planned.value.ready && !busy.value && run(),
  },
])
</script>

<template>
  <div
    v-if="missing"
    class="empty"
  >
    ▲ {{ missing }}. <NuxtLink to="/intake">All intakes</NuxtLink>.
  </div>
  <div
    v-else-if="page"
    class="page intake"
  >
    <div class="bar">
      <ol
        class="stations grow"
        aria-label="Steps of the intake"
      >
        <li
          v-for="(name, index) in stations"
          :key="name"
        >
          <button
            :class="{ at: station === name, passed: stations.indexOf(station) > index }"
            :aria-current="station === name ? 'step' : undefined"
            @click="go(name)"
          >
            <b>{{ name }}</b> <span>{{ counts[name] }}</span>
          </button>
        </li>
      </ol>
      <button
        v-if="!finished"
        class="act main"
        :disabled="!planned.ready || busy || !!page.intake.fault"
        @click="run"
      >
        {{ page.intake.stage === 'running' && !busy ? 'Carry on with' : 'Bring in' }}
        {{ planned.ready ?? 0 }} ready
      </button>
      <a
        v-else
        class="act main report"
        :href="`/api/intakes/${id}/report`"
        >Report as CSV</a
      >
    </div>
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
        @click="post('read')"
      >
        Go on reading</button
      ><span
        v-else-if="planned.ready"
        class="soft"
        >Nothing is lost: carry on when you like.</span
      >
    </div>
    <p
      v-if="page.intake.fault"
      class="wrong"
      role="alert"
    >
      ▲ {{ page.intake.fault }}
    </p>

    <div
      class="two"
      :class="station"
    >
      <aside>
        <template v-if="station === 'reconcile'">
          <h2>To settle, by kind</h2>
          <button
            v-for="entry in groups"
            :key="entry.key"
            class="plain group"
            :class="{ at: group === entry.key }"
            @click="group = group === entry.key ? null : entry.key"
          >
            <span>{{ entry.name }}</span><span class="mono">{{ entry.count }}</span>
          </button>
          <p
            v-if="!groups.length"
            class="soft nothing"
          >
            Nothing is held back. Every file is ready or left out.
          </p>
          <template v-if="page.intake.problems.length"
            ><h2>Register lines set aside</h2>
            <p
              v-for="problem in page.intake.problems"
              :key="problem"
              class="waits problem"
            >
              {{ problem }}
            </p></template
          >
          <template v-if="Object.keys(page.intake.settlements).length"
            ><h2>Decided</h2>
            <p
              v-for="(settlement, key) in page.intake.settlements"
              :key="key"
              class="problem"
            >
              <span class="mono">{{ String(key).split('/').pop() }}</span>: {{ settlementWords(settlement) }}
              <button
                v-if="page.intake.stage === 'read'"
                class="link"
                @click="settle([{ key: String(key), settlement: null }])"
              >
                undo
              </button>
            </p></template
          >
        </template>
        <IntakePatternEditor
          v-else-if="station === 'read'"
          :page="page"
          :locked="busy || page.intake.stage !== 'read'"
          @keep="post('profile', $event, 'PUT')"
        />
        <IntakeMapping
          v-else-if="station === 'map'"
          :page="page"
          :locked="busy || page.intake.stage !== 'read'"
          @keep="post('profile', $event, 'PUT')"
        />
        <template v-else>
          <h2>{{ station === 'run' ? 'The run' : 'What came of it' }}</h2>
          <dl class="pairs facts">
            <dt>Ready</dt>
            <dd class="mono">{{ planned.ready ?? 0 }}</dd>
            <dt>Brought in</dt>
            <dd class="mono">{{ planned.done ?? 0 }}</dd>
            <dt>Held back</dt>
            <dd class="mono">{{ planned.held ?? 0 }}</dd>
            <dt>Failed</dt>
            <dd
              class="mono"
              :class="{ wrong: planned.failed }"
            >
              {{ planned.failed ?? 0 }}
            </dd>
            <dt>Files left out</dt>
            <dd class="mono">{{ sum('left out') }}</dd>
          </dl>
          <p class="soft">
            Each document comes in whole, in one step. A run that is stopped or killed goes on where it was.
          </p>
          <p v-if="planned.done"><NuxtLink :to="`/vault?intake=${id}`">See them in the vault</NuxtLink></p>
        </template>
      </aside>
      <section class="files">
        <div class="bar">
          <b>{{ title }}</b><span class="soft mono">{{ total }}</span>
          <div class="grow" />
          <input
            v-model="text"
            class="field filter"
            type="search"
            placeholder="Number or file"
            aria-label="Filter by number or file"
          />
        </div>
        <CommonPagedTable
          ref="table"
          label="Files"
          :columns="columns"
          :fetch-page="fetchPage"
          :query="{ ...query, station }"
          :key-of="(row: PlannedRow) => row.file.path"
          :selected="chosen?.file.path"
          @select="chosen = $event"
          @open="chosen = $event"
          @total="total = $event"
        >
          <template #number="{ row }"
            ><NuxtLink
              v-if="row.document?.status === 'done'"
              class="mono"
              :to="`/vault/${encodeURIComponent(row.file.number!)}`"
              >{{ row.file.number }}</NuxtLink
            ><span
              v-else
              class="mono"
              >{{ row.file.number ?? '–' }}</span
            ></template
          >
          <template #file="{ row }"
            ><span :title="row.file.path">{{ row.file.path }}</span></template
          >
          <template #name="{ row }"
            ><span class="mono">{{ said(row, 'name') ?? '–' }}</span></template
          >
          <template #register="{ row }"
            ><span
              class="mono"
              :title="registerSays(row) && sourceInWords(registerSays(row)!.source)"
              >{{ registerSays(row)?.value ?? '–' }}</span
            ></template
          >
          <template #label="{ row }"
            ><b class="mono">{{ row.file.planned?.label ?? '?' }}</b></template
          >
          <template #tape="{ row }"
            ><CommonRevisionTape
              v-if="isCurrent(row)"
              :rows="row.document!.plan.prediction!.register"
              :next="row.document!.plan.prediction!.next"
            /><span
              v-else-if="row.document?.plan.prediction"
              class="soft"
              >version {{ versionOf(row) }} of {{ row.file.number }}</span
            ></template
          >
          <template #state="{ row }"
            ><template v-if="row.document?.plan.prediction"
              >{{ stateName(configuration, row.document.plan.prediction.state) }}
              <span
                v-if="station === 'verify'"
                class="mono"
                >{{ row.document.plan.prediction.revision }}</span
              ></template
            ></template
          >
          <template #stands="{ row }"
            ><span
              :class="{
                waits: row.file.status === 'held',
                wrong: row.file.status === 'failed',
                soft: row.file.status === 'left out',
              }"
              :title="whyHeld(row)"
              >{{ standing(row, station === 'reconcile') }}</span
            ></template
          >
          <template #result="{ row }"
            ><template v-if="row.document?.result"
              >{{ stateName(configuration, row.document.result.state) }}
              <span class="mono">{{ row.document.result.revision }}</span></template
            ><span
              v-else
              :class="row.file.status === 'failed' ? 'wrong' : 'soft'"
              :title="whyHeld(row)"
              >{{ row.file.status === 'held' ? 'held back' : row.file.status }}</span
            ></template
          >
          <template #same="{ row }"
            ><span
              v-if="row.asPredicted !== null"
              :class="{ wrong: !row.asPredicted }"
              >{{ row.asPredicted ? 'yes' : '▲ no' }}</span
            ></template
          >
          <template #empty
            ><div class="empty">
              {{
                page.intake.stage === 'new'
                  ? 'The archive is being read.'
                  : station === 'reconcile'
                    ? 'Nothing is held back.'
                    : station === 'run'
                      ? 'No document is ready.'
                      : 'No file is here.'
              }}
            </div></template
          >
        </CommonPagedTable>
      </section>
    </div>
    <IntakeFileTray
      v-if="chosen"
      :key="chosen.file.path"
      :row="chosen"
      :locked="busy || page.intake.stage !== 'read'"
      :configuration="configuration"
      @close="chosen = null"
      @settle="settleAndFollow"
    />
  </div>
</template>

<style scoped>
.intake {
  height: 100%;
  display: flex;
  flex-direction: column;
  padding-bottom: 0;
}
.stations {
  list-style: none;
  display: flex;
  margin: 0;
  padding: 0;
  border: 1px solid var(--ink);
  background: var(--sheet);
}
.stations li {
  flex: 1;
  min-width: 0;
}
.stations li + li {
  border-left: 1px solid var(--line);
}
.stations button {
  width: 100%;
  height: 28px;
  border: 0;
  background: none;
  text-align: left;
  padding: 0 10px;
  cursor: pointer;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink-soft);
}
.stations b {
  color: var(--ink);
  font-weight: 600;
  text-transform: capitalize;
  margin-right: 6px;
}
.stations .passed {
  background: var(--tint);
}
.stations .at {
  background: var(--ink);
  color: var(--inverse);
}
.stations .at b {
  color: inherit;
}
.report {
  display: inline-grid;
  place-items: center;
  text-decoration: none;
}
.job {
  padding: 8px 0 0;
  display: flex;
  gap: 12px;
}
.two {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 226px minmax(0, 1fr);
  gap: 16px;
  margin-top: 12px;
}
.two.read,
.two.map {
  grid-template-columns: 290px minmax(0, 1fr);
}
aside {
  overflow: auto;
  padding-right: 2px;
}
aside h2 {
  padding: 6px 0 4px;
  border-bottom: 1px solid var(--ink);
}
aside h2:not(:first-child) {
  margin-top: 16px;
}
.group {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
}
.group.at,
.group:hover {
  background: var(--tint);
}
.problem {
  margin: 4px 0;
  font-size: 12px;
  line-height: 17px;
  overflow-wrap: anywhere;
}
.nothing {
  padding: 8px 0;
}
.facts {
  padding: 8px 0 12px;
}
.files {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.files > .bar {
  min-height: 28px;
}
.files > :last-child {
  flex: 1;
}
.filter {
  width: 180px;
}
</style>

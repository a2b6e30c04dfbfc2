<script setup lang="ts">
import type { PlannedRow } from '~/composables/intakeRows'
import { type Station, stations } from '~/components/intake/stations'

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
const documents = computed(() =>
  Object.entries(planned.value).reduce((total, [of, count]) => total + (of === 'unfiled' ? 0 : count), 0),
)
const counts = computed<Record<Station, string>>(() => ({
  read: `${files.value} files`,
  reconcile: sum('held') ? `${sum('held')} files held` : 'nothing open',
  map: `${documents.value} documents`,
  run: planned.value.ready ? `${planned.value.ready} ready` : `${planned.value.done ?? 0} in`,
  verify: planned.value.done ? `${planned.value.done} brought in` : '–',
}))
const group = ref<string | null>(null)
const go = (to: Station) => goTo({ query: { at: to } }, { replace: true })

const chosen = shallowRef<PlannedRow | null>(null)
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
      <IntakeStations
        class="grow"
        :at="station"
        :counts="counts"
        @go="go"
      />
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
    <IntakeJobLine
      :page="page"
      :busy="busy"
      @read="post('read')"
    />
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
        <IntakeSettlements
          v-if="station === 'reconcile'"
          v-model="group"
          :page="page"
          @undo="settle([{ key: $event, settlement: null }])"
          @settle="settle($event)"
        />
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
        <IntakeOutcome
          v-else
          :title="station === 'run' ? 'The run' : 'What came of it'"
          :planned="planned"
          :left-out="sum('left out')"
          :intake="id"
          :over="!busy && page.intake.stage !== 'read'"
          @plan-again="post('plan')"
        />
      </aside>
      <IntakeFiles
        ref="table"
        :page="page"
        :station="station"
        :group="group"
        :chosen="chosen?.file.path"
        @choose="chosen = $event"
      />
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
.report {
  display: inline-grid;
  place-items: center;
  text-decoration: none;
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
aside :deep(h2) {
  padding: 6px 0 4px;
  border-bottom: 1px solid var(--ink);
}
aside :deep(h2):not(:first-child) {
  margin-top: 16px;
}
</style>

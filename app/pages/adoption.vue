<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { AdoptionRow } from '~~/shared/answers'

const route = useRoute()
const store = useConfiguration()
useTitle('Adopt labels')
const asked = computed(() => route.query as Record<string, string | undefined>)
const numbers = computed(() => asked.value.numbers?.split(',').filter(Boolean))
const ask = (change: Record<string, string | undefined>) =>
  navigateTo(
    {
      query: Object.fromEntries(
        Object.entries({ ...asked.value, ...change }).filter(([, value]) => value),
      ) as Record<string, string>,
    },
    { replace: true },
  )
const nothing = computed(() => !numbers.value && !asked.value.folder)
const {
  rows,
  left,
  below,
  fault,
  loading,
  progress,
  chosen,
  setLabel,
  setBelow,
  takeAllFromRecord,
  choose,
  adopt,
  stop,
} = useAdoption(() => ({
  ...(numbers.value ? { numbers: numbers.value } : { folder: asked.value.folder ?? '\u0000' }),
  ...(asked.value.attribute ? { attribute: asked.value.attribute } : {}),
  ...(asked.value.target ? { target: asked.value.target } : {}),
}))
const configuration = computed(() => store.published!.configuration)
const texts = computed(() =>
  configuration.value.attributes.filter(({ type, systemOnly }) => type === 'text' && !systemOnly),
)
const attribute = computed(
  () => asked.value.attribute ?? rows.value.find((row) => row.attribute)?.attribute ?? '',
)
const targets = computed(() => [
  ...new Set(
    rows.value.flatMap(
      (row) =>
        configuration.value.lifecycles
          .find(({ id }) => id === row.lifecycle)
          ?.states.map(({ state }) => state) ?? [],
    ),
  ),
])
const kindOf = ({ decision }: AdoptionRow) =>
  decision.ok
    ? 'ready'
    : decision.reasons.every(({ rule }) => rule === 'already')
      ? 'adopted already'
      : 'not ready'
const only = ref<'all' | ReturnType<typeof kindOf>>('all')
const count = (kind: ReturnType<typeof kindOf>) => rows.value.filter((row) => kindOf(row) === kind).length
const counts = computed(() => ({
  all: rows.value.length,
  ready: count('ready'),
  'not ready': count('not ready'),
  'adopted already': count('adopted already'),
}))
const shown = computed(() =>
  only.value === 'all' ? rows.value : rows.value.filter((row) => kindOf(row) === only.value),
)
const columns = [
  { key: 'chosen', label: '', width: '20px' },
  { key: 'number', label: 'Number', width: '132px' },
  { key: 'title', label: 'Title', width: 'minmax(90px, 1fr)' },
  { key: 'state', label: 'State', width: '74px' },
  { key: 'current', label: 'Now', width: '50px' },
  { key: 'recorded', label: 'In the record', width: '106px' },
  { key: 'label', label: 'New label', width: '84px' },
  { key: 'outcome', label: 'Readiness and what follows', width: 'minmax(260px, 2.4fr)' },
]
const fetchPage = async (offset: number, limit: number) => ({
  total: shown.value.length,
  rows: shown.value.slice(offset, offset + limit),
})
const selected = computed(() => rows.value.find((row) => row.number === asked.value.at))
const comment = ref('')
async function run() {
  const done = await adopt(comment.value)
  if (done) useNotices().say(`${done} ${done === 1 ? 'label' : 'labels'} adopted.`)
}
const ahead = ({ ahead: way }: AdoptionRow) =>
  way
    ? `${way.below ? `one below: adopt ${way.adopt}` : 'no step'} to ${stateName(configuration.value, way.state)}`
    : ''
useShortcuts([{ keys: 'Enter', does: 'in a label’s field: try it' }])
</script>

<template>
  <div class="page adoption">
    <div class="bar">
      <h1>Adopt labels</h1>
      <select
        class="field narrow"
        :value="asked.folder ?? ''"
        aria-label="Folder"
        @change="
          ask({ folder: ($event.target as HTMLSelectElement).value, numbers: undefined, at: undefined })
        "
      >
        <option value="">{{ numbers ? `${numbers.length} chosen` : 'choose a folder' }}</option>
        <option
          v-for="folder in store.seenFolders"
          :key="folder"
        >
          {{ folder }}
        </option>
      </select>
      <label class="soft pick"
        >labels from<CommonPick
          :value="attribute"
          label="Attribute that carries the label"
          :options="texts.map((entry) => ({ value: entry.id, name: entry.name }))"
          @pick="ask({ attribute: $event })"
      /></label>
      <button
        class="link"
        @click="takeAllFromRecord"
      >
        take every label from the record
      </button>
      <label class="soft pick"
        >on the way to<CommonPick
          :value="asked.target ?? ''"
          label="State on the way to"
          empty="the first issued state"
          :options="targets.map((state) => ({ value: state, name: stateName(configuration, state) }))"
          @pick="ask({ target: $event || undefined })"
      /></label>
    </div>
    <p
      v-if="nothing"
      class="empty"
    >
      Adopting registers the revision that a document already carries, without stepping. Choose a folder here,
      or mark documents in the <NuxtLink to="/vault">vault</NuxtLink>; what could be adopted now, and what
      each of the others still lacks, shows before anything is done.
    </p>
    <p
      v-else-if="fault"
      class="wrong"
      role="alert"
    >
      ▲ {{ fault }}.
    </p>
    <template v-else>
      <div
        class="filters"
        role="group"
        aria-label="Show"
      >
        <button
          v-for="(sum, kind) in counts"
          :key="kind"
          class="plain"
          :class="{ on: only === kind }"
          :aria-pressed="only === kind"
          @click="only = kind"
        >
          {{ kind }} <span class="mono">{{ sum }}</span></button
        ><span
          v-if="loading"
          class="soft"
          >…</span
        >
      </div>
      <CommonPagedTable
        class="fill"
        label="Readiness"
        :columns="columns"
        :fetch-page="fetchPage"
        :query="{
          only,
          rows: rows.length,
          at: rows
            .map((row) => `${row.label}${row.adopt}${row.change}${row.decision.ok}${row.ahead?.below}`)
            .join(),
        }"
        :key-of="(row: AdoptionRow) => row.number"
        :selected="selected?.number ?? null"
        @select="ask({ at: $event.number })"
        @open="navigateTo(`/vault/${encodeURIComponent($event.number)}`)"
      >
        <template #chosen="{ row }"
          ><input
            v-if="row.decision.ok"
            type="checkbox"
            :checked="!left.has(row.number)"
            :aria-label="`Adopt ${row.number}`"
            @click.stop
            @dblclick.stop
            @change="choose(row.number, ($event.target as HTMLInputElement).checked)"
        /></template>
        <template #number="{ row }"
          ><span
            class="mono"
            :style="{ paddingLeft: `${row.depth * 14}px` }"
            >{{ row.depth ? '└ ' : '' }}{{ row.number }}</span
          ></template
        >
        <template #title="{ row }">{{ row.title ?? '–' }}</template>
        <template #state="{ row }">{{ stateName(configuration, row.state) }}</template>
        <template #current="{ row }"
          ><b class="mono">{{ row.current ?? '–' }}</b></template
        >
        <template #recorded="{ row }"
          ><span class="mono">{{ row.recorded ?? '–' }}</span></template
        >
        <template #label="{ row }"
          ><input
            class="field mono label"
            :value="row.label ?? ''"
            :aria-label="`New label of ${row.number}`"
            @click.stop
            @dblclick.stop
            @change="setLabel(row.number, ($event.target as HTMLInputElement).value)"
        /></template>
        <template #outcome="{ row }"
          ><template v-if="row.decision.ok"
            ><span class="mono"
              >{{ row.current ?? '–' }} → <b>{{ row.decision.outcome.after }}</b></span
            >
            <span :class="row.ahead?.below && row.adopt === row.label ? 'waits' : 'soft'">{{
              row.ahead?.below && row.adopt !== row.label
                ? `one below ${row.label}; the step to ${stateName(configuration, row.ahead.state)} lands right`
                : ahead(row)
            }}</span></template
          ><span
            v-else-if="kindOf(row) === 'adopted already'"
            class="soft"
            >{{ row.decision.reasons[0]!.message }}</span
          ><span
            v-else
            :title="row.decision.reasons.map(({ message }) => message).join('; ')"
            ><span class="wrong">▲</span> {{ row.decision.reasons[0]!.message
            }}{{
              row.decision.reasons.length > 1 ? `, and ${row.decision.reasons.length - 1} more` : ''
            }}</span
          ></template
        >
        <template #empty
          ><div class="empty">
            {{ loading ? 'Reading …' : 'No document here that you may see.' }}
          </div></template
        >
      </CommonPagedTable>
      <div class="bar run">
        <input
          v-model="comment"
          class="field"
          aria-label="Comment"
          placeholder="Comment for the registers and the audit trail"
        /><template v-if="progress"
          ><progress
            :value="progress.done"
            :max="progress.total"
          /><span class="mono">{{ progress.done }} of {{ progress.total }}</span
          ><button
            class="act"
            @click="stop"
          >
            Stop
          </button></template
        ><button
          v-else
          class="act main"
          :disabled="!chosen.length"
          @click="run"
        >
          Adopt {{ chosen.length }} {{ chosen.length === 1 ? 'label' : 'labels' }}
        </button>
      </div>
    </template>
    <AdoptionReadinessTray
      v-if="selected"
      :key="`${selected.number}${selected.label}${selected.adopt}`"
      :row="selected"
      :below="below.includes(selected.number)"
      @close="ask({ at: undefined })"
      @label="setLabel(selected!.number, $event)"
      @below="setBelow(selected!.number, $event)"
    />
  </div>
</template>

<style scoped>
.adoption {
  height: 100%;
  display: flex;
  flex-direction: column;
  padding-bottom: 8px;
}
.fill {
  flex: 1;
  min-height: 120px;
}
.narrow {
  width: 150px;
}
.pick {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.pick .field {
  width: 160px;
}
.filters {
  display: flex;
  gap: 14px;
  padding: 8px 0 4px;
}
.filters .on {
  font-weight: 600;
  box-shadow: inset 0 -2px var(--accent);
}
.label {
  height: 22px;
}
.run {
  padding-top: 8px;
}
</style>

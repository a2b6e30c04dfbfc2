<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { AdoptionRow } from '~~/shared/answers'
import { readinessOf } from './kind'

/** Documents with the label each would adopt, whether it could now, and what follows. */
const props = defineProps<{
  rows: AdoptionRow[]
  /** The numbers that are left out of what is ready. */
  left: Set<string>
  loading: boolean
  selected: string | null
}>()
const emit = defineEmits<{
  select: [number: string]
  choose: [number: string, on: boolean]
  label: [number: string, label: string]
}>()
const configuration = computed(() => useConfiguration().published!.configuration)
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
  total: props.rows.length,
  rows: props.rows.slice(offset, offset + limit),
})
/** Read anew whenever a row says something else. */
const query = computed(() => ({
  rows: props.rows.map(({ number, label, adopt, change, decision, ahead: way }) =>
    [number, label, adopt, change, decision.ok, way?.below].join(' '),
  ),
}))
const ahead = ({ ahead: way }: AdoptionRow) =>
  way
    ? `${way.below ? `one below: adopt ${way.adopt}` : 'no step'} to ${stateName(configuration.value, way.state)}`
    : ''
const target = (event: Event) => event.target as HTMLInputElement
</script>

<template>
  <CommonPagedTable
    label="Readiness"
    :columns="columns"
    :fetch-page="fetchPage"
    :query="query"
    :key-of="(row: AdoptionRow) => row.number"
    :selected="selected"
    @select="emit('select', $event.number)"
    @open="goTo(`/vault/${encodeURIComponent($event.number)}`)"
  >
    <template #chosen="{ row }"
      ><input
        v-if="row.decision.ok"
        type="checkbox"
        :checked="!left.has(row.number)"
        :aria-label="`Adopt ${row.number}`"
        @click.stop
        @dblclick.stop
        @change="emit('choose', row.number, target($event).checked)"
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
        @change="emit('label', row.number, target($event).value)"
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
        v-else-if="readinessOf(row) === 'adopted already'"
        class="soft"
        >{{ row.decision.reasons[0]!.message }}</span
      ><span
        v-else
        :title="row.decision.reasons.map(({ message }) => message).join('; ')"
        ><span class="wrong">▲</span> {{ row.decision.reasons[0]!.message
        }}{{ row.decision.reasons.length > 1 ? `, and ${row.decision.reasons.length - 1} more` : '' }}</span
      ></template
    >
    <template #empty
      ><div class="empty">
        {{ loading ? 'Reading …' : 'No document here that you may see.' }}
      </div></template
    >
  </CommonPagedTable>
</template>

<style scoped>
.label {
  height: 22px;
}
</style>

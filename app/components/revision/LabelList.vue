<script setup lang="ts">
import { labelParts, type RevisionScheme } from '~~/core/revision'
import type { ReadLabel } from '~/workers/labels'

/** Labels as they read in a scheme: each one's place, or why it has none. */
const props = defineProps<{ scheme: RevisionScheme; read: ReadLabel[]; fault: string }>()
const only = ref<'all' | 'exact' | 'tolerated' | 'refused'>('all')
const chosen = ref<string | null>(null)
/** Counts the times that the labels were read anew. */
const turn = ref(0)
watch(
  () => props.read,
  () => turn.value++,
)

const kindOf = ({ reading }: ReadLabel) => (!reading.ok ? 'refused' : reading.exact ? 'exact' : 'tolerated')
const counts = computed(() => {
  const sums = { all: 0, exact: 0, tolerated: 0, refused: 0 }
  for (const entry of props.read) {
    sums.all += entry.count
    sums[kindOf(entry)] += entry.count
  }
  return sums
})
const rows = computed(() =>
  only.value === 'all' ? props.read : props.read.filter((entry) => kindOf(entry) === only.value),
)
const columns = [
  { key: 'label', label: 'As written', width: 'minmax(90px, 1fr)' },
  { key: 'count', label: 'Times', width: '48px', right: true },
  { key: 'reading', label: 'Reads as', width: '112px' },
  { key: 'place', label: 'Place, or why not', width: 'minmax(150px, 2.2fr)' },
  { key: 'nearest', label: 'Nearest', width: '84px' },
]
const fetchPage = async (offset: number, limit: number) => ({
  total: rows.value.length,
  rows: rows.value.slice(offset, offset + limit),
})
const place = ({ reading, sentence }: ReadLabel) => {
  if (!reading.ok) return sentence
  const { series, major, minor } = labelParts(props.scheme, reading.position)
  return `${series}, ${major}${minor === null ? '' : `, minor ${minor}`}`
}
</script>

<template>
  <div class="middle">
    <p
      v-if="fault"
      class="wrong"
      role="alert"
    >
      ▲ {{ fault }}.
    </p>
    <CommonCountFilter
      v-if="read.length"
      v-model="only"
      wrong="refused"
      :counts="counts"
    />
    <CommonPagedTable
      v-if="read.length"
      class="results"
      label="Labels"
      :row-height="24"
      :columns="columns"
      :fetch-page="fetchPage"
      :query="{ only, turn }"
      :key-of="(row: ReadLabel) => row.label"
      :selected="chosen"
      @select="chosen = $event.label"
    >
      <template #label="{ row }"
        ><span class="mono">{{
          row.label.length > 60 ? `${row.label.slice(0, 60)}…` : row.label || '(blank)'
        }}</span></template
      >
      <template #count="{ row }"
        ><span class="mono">{{ row.count }}</span></template
      >
      <template #reading="{ row }"
        ><span
          v-if="row.reading.ok"
          class="mono"
          ><b>{{ row.reading.canonical }}</b>
          <span
            v-if="!row.reading.exact"
            class="soft"
            >tolerated</span
          ></span
        ><span
          v-else
          class="wrong"
          >refused</span
        ></template
      >
      <template #place="{ row }"
        ><span
          :class="{ soft: row.reading.ok }"
          :title="place(row)"
          >{{ place(row) }}</span
        ></template
      >
      <template #nearest="{ row }"
        ><span class="mono">{{ row.reading.ok ? '' : row.reading.nearest.join(' ') || '–' }}</span></template
      >
    </CommonPagedTable>
    <div
      v-else-if="!fault"
      class="soft hint"
    >
      Each label’s place shows on the ruler above and here, tolerated ones with the form the scheme writes,
      refused ones with the reason.
    </div>
  </div>
</template>

<style scoped>
.middle {
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.results {
  height: 214px;
}
.filters {
  display: flex;
  gap: 14px;
  padding-bottom: 4px;
}
.filters .on {
  font-weight: 600;
  box-shadow: inset 0 -2px var(--accent);
}
.hint {
  padding: 26px 12px;
}
</style>

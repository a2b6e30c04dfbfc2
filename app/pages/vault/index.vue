<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import { dayOf } from '~/format'
import type { DocumentListing } from '~~/shared/answers'

type Row = DocumentListing['rows'][number]

const store = useConfiguration()
useTitle('Vault')
const configuration = computed(() => store.published!.configuration)
const { asked, query, ask } = useVaultQuery()
const columns = computed(() => [
  ...(asked.value.sheets ? [{ key: 'sheet', label: 'Sheet', width: '96px' }] : []),
  { key: 'marked', label: '', width: '18px' },
  { key: 'number', label: 'Number', width: '112px', sort: true },
  { key: 'title', label: 'Title', width: 'minmax(120px, 1fr)', sort: true },
  { key: 'state', label: 'State', width: '94px', sort: true },
  { key: 'revision', label: 'Revision', width: '76px', sort: true },
  { key: 'tape', label: 'History → next', width: '190px' },
  { key: 'version', label: 'Version', width: '62px', right: true },
  { key: 'folder', label: 'Folder', width: '96px', sort: true },
  { key: 'changed', label: 'Changed', width: '84px', sort: true },
  { key: 'holder', label: 'Checked out by', width: '118px' },
])
const sortBy = (key: string) =>
  ask({
    sort: key,
    descending: query.value.sort === key && query.value.descending !== 'true' ? 'true' : undefined,
  })
/** Whether there may be more than were counted: then pages are counted from the start, and the count grows. */
const isLeast = ref(false)
const fetchPage = async (offset: number, limit: number, after?: string) => {
  const from = after && !isLeast.value ? { after } : {}
  const answer = await api<DocumentListing>('documents', {
    query: { ...query.value, offset, limit, ...from },
  })
  isLeast.value = answer.isLeast
  return answer
}
const total = ref(0)
const chosen = shallowRef<Row | null>(null)
const open = (row: Row) => goTo(`/vault/${encodeURIComponent(row.number)}`)
const marked = ref<string[]>([])
const mark = (number: string) =>
  (marked.value = marked.value.includes(number)
    ? marked.value.filter((other) => other !== number)
    : [...marked.value, number])
const adoption = computed(() =>
  marked.value.length
    ? `/adoption?numbers=${encodeURIComponent(marked.value.join(','))}`
    : `/adoption?folder=${encodeURIComponent(asked.value.folder ?? '')}`,
)
const filing = ref(false)
const working = ref(false)
/** The documents whose files are worked on: those that are marked, or else what the list is of. */
const set = computed(() => {
  if (marked.value.length) return { numbers: marked.value }
  const { folder, intake } = asked.value
  return { ...(folder ? { folder } : {}), ...(intake ? { intake } : {}) }
})
useShortcuts([
  { keys: 'N', does: 'file a new document', run: () => (filing.value = true) },
  { keys: 'Enter', does: 'open the selected document' },
  { keys: 'Space', does: 'mark the selected document' },
  {
    keys: 'S',
    does: 'show what the sheets look like, or hide it',
    run: () => void ask({ sheets: asked.value.sheets ? undefined : 'yes' }),
  },
  {
    keys: 'A',
    does: 'adopt the labels of what is marked, or of the folder',
    run: () => void goTo(adoption.value),
  },
])
</script>

<template>
  <div class="page vault">
    <VaultBar
      :total="total"
      :is-least="isLeast"
      :marked="marked.length"
      :adoption="adoption"
      @unmark="marked = []"
      @file="filing = true"
      @work="working = true"
    />
    <CommonPagedTable
      class="fill"
      label="Documents"
      :columns="columns"
      :fetch-page="fetchPage"
      :query="query"
      :key-of="(row: Row) => row.id"
      :selected="chosen?.id"
      :sort="String(query.sort)"
      :descending="query.descending === 'true'"
      :row-height="asked.sheets ? 66 : 30"
      @sort="sortBy"
      @select="chosen = $event"
      @mark="mark($event.number)"
      @open="open"
      @total="total = $event"
    >
      <template #sheet="{ row }"
        ><FileThumb
          class="thumb"
          :number="row.number"
          :version="row.version"
          :file-name="row.fileName"
      /></template>
      <template #marked="{ row }"
        ><input
          type="checkbox"
          :checked="marked.includes(row.number)"
          :aria-label="`Mark ${row.number}`"
          tabindex="-1"
          @click.stop
          @dblclick.stop
          @change="mark(row.number)"
      /></template>
      <template #number="{ row }"
        ><NuxtLink
          class="mono"
          :to="`/vault/${encodeURIComponent(row.number)}`"
          >{{ row.number }}</NuxtLink
        ></template
      >
      <template #title="{ row }">{{ row.title ?? '–' }}</template>
      <template #state="{ row }">{{ stateName(configuration, row.state) }}</template>
      <template #revision="{ row }"
        ><b class="mono">{{ row.revision ?? '–' }}</b></template
      >
      <template #tape="{ row }"
        ><CommonRevisionTape
          :rows="row.register"
          :next="row.next"
      /></template>
      <template #version="{ row }"
        ><span class="mono">{{ row.version }}</span></template
      >
      <template #folder="{ row }">{{ row.folder }}</template>
      <template #changed="{ row }"
        ><span class="mono">{{ dayOf(row.changedAt) }}</span></template
      >
      <template #holder="{ row }"
        ><span class="waits">{{ row.checkedOutBy ?? '' }}</span></template
      >
      <template #empty
        ><div class="empty">
          {{
            Object.keys(query).length > 2
              ? 'No document matches. Take a filter off to see more.'
              : 'The vault is empty. Bring an archive in, or file a document.'
          }}
        </div></template
      >
    </CommonPagedTable>
    <JobsFileWorkTray
      v-if="working"
      :work="set"
      :about="marked.length ? `${marked.length} marked` : (asked.folder ?? 'this intake')"
      @close="working = false"
    />
    <VaultFilingTray
      v-else-if="filing"
      @close="filing = false"
      @filed="open({ number: $event } as Row)"
    />
    <VaultSummaryTray
      v-else-if="chosen"
      :number="chosen.number"
      @close="chosen = null"
    />
  </div>
</template>

<style scoped>
.vault {
  height: 100%;
  display: flex;
  flex-direction: column;
  padding-bottom: 0;
}
.fill {
  flex: 1;
  margin-top: 8px;
}
</style>

<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { stateName } from '~~/core/configuration'
import type { DocumentListing } from '~~/shared/answers'

type Page = DocumentListing
type Row = Page['rows'][number]

const route = useRoute()
const store = useConfiguration()
useTitle('Vault')
const configuration = computed(() => store.published!.configuration)
const columns = [
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
]
const asked = computed(() => route.query as Record<string, string | undefined>)
const text = ref(asked.value.text ?? '')
const query = computed(() => {
  const { state, lifecycle, classId, folder, intake, checkedOut, sort, descending } = asked.value
  return Object.fromEntries(
    Object.entries({
      text: asked.value.text,
      state,
      lifecycle,
      classId,
      folder,
      intake,
      checkedOut,
      sort: sort ?? 'number',
      descending: descending ?? 'false',
    }).filter(([, value]) => value),
  )
})
const ask = (change: Record<string, string | undefined>) =>
  navigateTo(
    { query: Object.fromEntries(Object.entries({ ...asked.value, ...change }).filter(([, value]) => value)) },
    { replace: true },
  )
const filter = useDebounceFn(() => ask({ text: text.value.trim() || undefined }), 150)
watch(text, filter)
const sortBy = (key: string) =>
  ask({
    sort: key,
    descending: query.value.sort === key && query.value.descending !== 'true' ? 'true' : undefined,
  })
const fetchPage = (offset: number, limit: number) =>
  api<Page>('documents', { query: { ...query.value, offset, limit } })
const total = ref(0)
const chosen = shallowRef<Row | null>(null)
const open = (row: Row) => navigateTo(`/vault/${encodeURIComponent(row.number)}`)
const states = computed(() => [
  ...new Set(configuration.value.lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state))),
])
const folders = computed(() =>
  store.seenFolders.filter((path) => path !== '/').map((path) => ({ value: path, name: path })),
)
const classes = computed(() => configuration.value.classes.map(({ id, name }) => ({ value: id, name })))
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
const field = ref<HTMLInputElement>()
useShortcuts([
  { keys: '/', does: 'filter the table', run: () => field.value?.focus() },
  { keys: 'N', does: 'file a new document', run: () => (filing.value = true) },
  { keys: 'Enter', does: 'open the selected document' },
  { keys: 'Space', does: 'mark the selected document' },
  {
    keys: 'A',
    does: 'adopt the labels of what is marked, or of the folder',
    run: () => void navigateTo(adoption.value),
  },
])
</script>

<template>
  <div class="page vault">
    <div class="bar">
      <h1>Vault</h1>
      <input
        ref="field"
        v-model="text"
        class="field filter"
        type="search"
        placeholder="Number or title"
        aria-label="Filter by number or title"
      />
      <CommonPick
        class="narrow"
        :value="asked.classId ?? ''"
        label="Class"
        empty="any class"
        :options="classes"
        @pick="ask({ classId: $event || undefined })"
      />
      <CommonPick
        class="narrow"
        :value="asked.state ?? ''"
        label="State"
        empty="any state"
        :options="states.map((state) => ({ value: state, name: stateName(configuration, state) }))"
        @pick="ask({ state: $event || undefined })"
      />
      <CommonPick
        class="narrow"
        :value="asked.folder ?? ''"
        label="Folder"
        empty="any folder"
        :options="folders"
        @pick="ask({ folder: $event || undefined })"
      />
      <button
        v-if="asked.intake || asked.checkedOut || asked.lifecycle"
        class="link"
        @click="ask({ intake: undefined, checkedOut: undefined, lifecycle: undefined })"
      >
        {{
          [
            asked.intake && 'of one intake',
            asked.checkedOut && 'checked out',
            asked.lifecycle && configuration.lifecycles.find(({ id }) => id === asked.lifecycle)?.name,
          ]
            .filter(Boolean)
            .join(', ')
        }}
        ×
      </button>
      <span
        class="soft"
        role="status"
        >{{ total.toLocaleString('en') }} documents</span
      >
      <div class="grow" />
      <NuxtLink
        v-if="marked.length || asked.folder"
        class="act link-act"
        :to="adoption"
        >Adopt {{ marked.length ? `${marked.length} marked` : 'the folder’s labels' }}</NuxtLink
      >
      <button
        v-if="marked.length"
        class="link"
        @click="marked = []"
      >
        unmark
      </button>
      <button
        class="act"
        @click="filing = true"
      >
        File a document
      </button>
    </div>
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
      @sort="sortBy"
      @select="chosen = $event"
      @mark="mark($event.number)"
      @open="open"
      @total="total = $event"
    >
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
        ><span class="mono">{{ row.changedAt.slice(0, 10) }}</span></template
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
    <VaultFilingTray
      v-if="filing"
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
.filter {
  width: 220px;
}
.narrow {
  width: 130px;
}
.link-act {
  text-decoration: none;
  line-height: 26px;
}
</style>

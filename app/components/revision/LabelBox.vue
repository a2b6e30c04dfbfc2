<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import {
  type Inference,
  LabelListError,
  labelParts,
  readLabelList,
  type RevisionScheme,
} from '~~/core/revision'
import type { LabelSource } from '~~/shared/answers'
import type { ReadLabel } from '~/workers/labels'

/** Labels typed, pasted or taken from somewhere: each one's place in the scheme, and a scheme inferred from them. */
const props = defineProps<{ scheme: RevisionScheme }>()
const emit = defineEmits<{
  tried: [counts: Map<string, number>]
  inferred: [scheme: Inference['scheme'], name: string]
}>()
const store = useConfiguration()
const ask = useLabelWorker()

const text = ref('')
const source = ref('')
/** Labels that came from a folder, an archive or a file; too many to show in the text field. */
const given = shallowRef<string[] | null>(null)
const fault = ref('')
const without = ref(0)
const read = shallowRef<ReadLabel[]>([])
const inference = shallowRef<Inference | null>(null)
const busy = ref(false)
const only = ref<'all' | 'exact' | 'tolerated' | 'refused'>('all')
const chosen = ref<string | null>(null)

const kindOf = ({ reading }: ReadLabel) => (!reading.ok ? 'refused' : reading.exact ? 'exact' : 'tolerated')
const counts = computed(() => {
  const sums = { all: 0, exact: 0, tolerated: 0, refused: 0 }
  for (const entry of read.value) {
    sums.all += entry.count
    sums[kindOf(entry)] += entry.count
  }
  return sums
})
const rows = computed(() =>
  only.value === 'all' ? read.value : read.value.filter((entry) => kindOf(entry) === only.value),
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

function labels(): string[] {
  fault.value = ''
  if (given.value) return given.value
  if (text.value.trim() === '') return []
  try {
    return readLabelList(text.value)
  } catch (error) {
    if (!(error instanceof LabelListError)) throw error
    fault.value = error.message
    return []
  }
}
let asked = 0
async function readAll() {
  const mine = ++asked
  const list = labels()
  const answer = list.length
    ? await ask({ kind: 'read', scheme: props.scheme, labels: list }).catch(
        (error: Error) => void (fault.value = error.message),
      )
    : { read: [] }
  if (mine !== asked) return
  read.value = answer?.read ?? []
  emit(
    'tried',
    new Map(
      read.value.flatMap(({ reading, count }) => (reading.ok ? [[reading.canonical, count] as const] : [])),
    ),
  )
}
watch(text, useDebounceFn(readAll, 150))
watch(() => JSON.stringify(props.scheme), readAll)

async function infer() {
  const list = labels()
  if (fault.value) return
  busy.value = true
  inference.value = null
  try {
    inference.value = (await ask({ kind: 'infer', labels: list })).inference!
  } catch (error) {
    fault.value = (error as Error).message
  }
  busy.value = false
}
function forget() {
  given.value = null
  text.value = source.value = ''
  without.value = 0
  inference.value = null
  readAll()
}

const archives = ref<string[]>([])
onMounted(
  async () =>
    (archives.value = (
      await api<{ archives: string[] }>('archives').catch(() => ({ archives: [] }))
    ).archives),
)
async function takeFrom(value: string) {
  source.value = value
  if (!value) return forget()
  const [kind, ...rest] = value.split(':')
  await attempt(async () => {
    const answer = await api<LabelSource>('labels', { query: { [kind!]: rest.join(':') } })
    given.value = answer.labels.flatMap(({ label, count }) => Array<string>(count).fill(label))
    without.value = answer.without
    inference.value = null
    await readAll()
  })
}
async function takeFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  text.value = ''
  source.value = ''
  try {
    given.value = readLabelList(await file.text())
    without.value = 0
    await readAll()
  } catch (error) {
    given.value = null
    read.value = []
    fault.value = `${file.name}: ${(error as Error).message}`
  }
}
const field = ref<HTMLTextAreaElement>()
useShortcuts([
  { keys: 'T', does: 'try labels', run: () => field.value?.focus() },
  { keys: 'I', does: 'infer a scheme from the labels in the box', run: () => void infer() },
])
</script>

<template>
  <section
    class="box"
    aria-label="Try labels"
  >
    <div class="left">
      <h2>Try labels</h2>
      <textarea
        v-if="!given"
        ref="field"
        v-model="text"
        class="field mono"
        aria-label="Labels, one a line"
        placeholder="C
rev d
C.02
Type or paste labels, one a line"
        spellcheck="false"
      />
      <div
        v-else
        class="given sheet"
      >
        <p>
          {{ given.length.toLocaleString('en') }} labels
          {{ source ? `from ${source.replace(/^\w+:/, '')}` : 'from a file' }}.
        </p>
        <p
          v-if="without"
          class="soft"
        >
          {{ without }} more have none.
        </p>
        <button
          class="link"
          @click="forget"
        >
          Type labels instead
        </button>
      </div>
      <select
        class="field"
        :value="source"
        aria-label="Take labels from"
        @change="takeFrom(($event.target as HTMLSelectElement).value)"
      >
        <option value="">take labels from …</option>
        <optgroup label="Archives, by file name">
          <option
            v-for="archive in archives"
            :key="archive"
            :value="`archive:${archive}`"
          >
            {{ archive }}
          </option>
        </optgroup>
        <optgroup label="Folders of the vault">
          <option
            v-for="folder in store.seenFolders"
            :key="folder"
            :value="`folder:${folder}`"
          >
            {{ folder }}
          </option>
        </optgroup>
      </select>
      <div class="bar">
        <button
          class="act"
          :disabled="busy || (!text.trim() && !given)"
          @click="infer"
        >
          {{ busy ? 'Inferring …' : 'Infer a scheme' }}</button><label class="link file"
          >from a file<input
            type="file"
            accept=".txt,.csv,text/*"
            aria-label="A file of labels"
            @change="takeFile"
        /></label>
      </div>
    </div>
    <div class="middle">
      <p
        v-if="fault"
        class="wrong"
        role="alert"
      >
        ▲ {{ fault }}.
      </p>
      <div
        v-if="read.length"
        class="filters"
        role="group"
        aria-label="Show"
      >
        <button
          v-for="(count, kind) in counts"
          :key="kind"
          class="plain"
          :class="{ on: only === kind, wrong: kind === 'refused' && count > 0 }"
          :aria-pressed="only === kind"
          @click="only = kind"
        >
          {{ kind }} <span class="mono">{{ count.toLocaleString('en') }}</span>
        </button>
      </div>
      <CommonPagedTable
        v-if="read.length"
        class="results"
        label="Labels"
        :row-height="24"
        :columns="columns"
        :fetch-page="fetchPage"
        :query="{ only, read: read.length, scheme: JSON.stringify(scheme), source, text }"
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
          ><span class="mono">{{
            row.reading.ok ? '' : row.reading.nearest.join(' ') || '–'
          }}</span></template
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
    <div class="shown">
      <RevisionInference
        v-if="inference"
        :inference="inference"
        @close="inference = null"
        @take="(name) => emit('inferred', inference!.scheme, name)"
      />
      <RevisionLabelPlot
        v-else-if="read.length"
        :scheme="scheme"
        :read="read"
      />
    </div>
  </section>
</template>

<style scoped>
.box {
  display: grid;
  grid-template-columns: 190px minmax(0, 7fr) minmax(0, 5fr);
  gap: 14px;
  border-top: 1px solid var(--ink);
  padding-top: 8px;
}
.left {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.left textarea {
  height: 150px;
  resize: vertical;
}
.given {
  padding: 8px;
  height: 150px;
}
.file {
  position: relative;
  overflow: hidden;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--accent);
}
.middle,
.shown {
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

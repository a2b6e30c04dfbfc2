<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Attribute } from '~~/core/attribute'
import type { Probe } from '~~/shared/answers'
import { boundAt, isBound } from './bind'

/** What is inside of one file: its sheet with every place lit, and where the file is taken from. */
const props = defineProps<{ attributes: Attribute[]; chosen: Attribute | undefined }>()
const emit = defineEmits<{ pick: [place: string] }>()
const probe = defineModel<Probe | null>({ required: true })
const route = useRoute()
const router = useRouter()
const dragging = ref(false)
const text = ref('')
const offered = ref<string[]>([])
const fault = ref('')

async function take(read: () => Promise<Probe>) {
  try {
    probe.value = await read()
    fault.value = ''
  } catch (error) {
    fault.value = refusalOf(error).message
  }
}
const drop = (file: File | undefined | null) =>
  file &&
  take(() => api<Probe>('record/probe', { method: 'POST', body: file, query: { fileName: file.name } }))
const ofVault = (number: string) =>
  take(async () => {
    const { document } = await api<{ document: { version: number } }>(
      `documents/${encodeURIComponent(number)}`,
    )
    return api<Probe>(`documents/${encodeURIComponent(number)}/versions/${document.version}/inside`)
  })
const ofArchive = (path: string) => take(() => api<Probe>('archives/file', { query: { path } }))

/** Takes what the address names: a document of the vault, or a file of an archive. */
watch(
  () => [route.query.document, route.query.archive],
  ([document, archive]) => {
    if (typeof document === 'string') void ofVault(document)
    else if (typeof archive === 'string') void ofArchive(archive)
  },
  { immediate: true },
)
const go = (query: { document?: string; archive?: string }) =>
  router.replace({ query: { ...route.query, document: undefined, archive: undefined, ...query } })
function open() {
  const wanted = text.value.trim()
  if (wanted) void go(wanted.includes('/') ? { archive: wanted } : { document: wanted })
}
const offer = useDebounceFn(async () => {
  const asked = text.value.trim()
  if (asked.length < 2) return void (offered.value = [])
  const [vault, archives] = await Promise.all([
    api<{ documents: { number: string }[] }>('find', { query: { text: asked } }),
    api<string[]>('archives/files', { query: { text: asked } }).catch(() => []),
  ])
  offered.value = [...vault.documents.map(({ number }) => number), ...archives]
}, 250)
watch(text, offer)

const ending = computed(() => /\.([^.]+)$/.exec(probe.value?.fileName ?? '')?.[1]?.toLowerCase() ?? '')
function lit(place: string) {
  const names = boundAt(props.attributes, place, ending.value).map(({ name }) => name)
  const look =
    props.chosen && isBound(props.chosen, place, ending.value) ? 'chosen' : names.length ? 'bound' : 'free'
  return { look, words: names.join(', ') || 'not bound yet' } as const
}
</script>

<template>
  <section
    class="probe"
    :class="{ dragging }"
    aria-label="Probe"
    @dragover.prevent="dragging = true"
    @dragleave="dragging = false"
    @drop.prevent="((dragging = false), drop($event.dataTransfer?.files[0]))"
  >
    <div class="bar">
      <h2>Probe: what is inside</h2>
      <div class="grow" />
      <span
        v-if="probe"
        class="mono clip"
        :title="probe.fileName"
        >{{ probe.fileName }}</span
      >
    </div>
    <p
      v-if="fault"
      class="wrong"
      role="alert"
    >
      ▲ {{ fault }}
    </p>
    <FileSheet
      v-if="probe?.sheet"
      :svg="probe.sheet"
      :lit="lit"
      @pick="emit('pick', $event)"
    />
    <p
      v-else-if="probe"
      class="empty"
    >
      No sheet is drawn of this kind of file: everything that is inside stands in the list.
    </p>
    <p
      v-else
      class="empty"
    >
      Drop a file here, or take one from the vault or an archive: every place in it that can be bound is lit
      where it stands.
    </p>
    <ul
      v-if="probe?.reading.problems.length"
      class="problems waits"
    >
      <li
        v-for="problem in probe.reading.problems"
        :key="problem.message"
      >
        {{ problem.message }}
      </li>
    </ul>
    <form
      class="from"
      @submit.prevent="open"
    >
      <input
        v-model="text"
        class="field mono"
        list="files-offered"
        aria-label="A document’s number, or a file of an archive"
        placeholder="number, or path in an archive"
      />
      <datalist id="files-offered">
        <option
          v-for="name in offered"
          :key="name"
          :value="name"
        />
      </datalist>
      <button class="act">Open it up</button>
      <label class="act file"
        >Choose a file<input
          type="file"
          aria-label="A file to look into"
          @change="drop(($event.target as HTMLInputElement).files?.[0])"
      /></label>
    </form>
    <p class="soft small">
      Drop another file here. A place that is violet is bound, an ochre one is not yet; a click binds it to
      the attribute that is chosen.
    </p>
  </section>
</template>

<style scoped>
.probe.dragging {
  outline: 2px dashed var(--accent);
  outline-offset: 4px;
}
.bar {
  margin-bottom: 6px;
  gap: 10px;
}
.from {
  display: flex;
  gap: 8px;
  margin: 8px 0 4px;
}
.from .field {
  flex: 1;
  min-width: 0;
}
.file {
  position: relative;
  overflow: hidden;
  display: inline-flex;
  align-items: center;
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
.problems {
  margin: 6px 0;
  padding-left: 16px;
}
.small {
  font-size: 12px;
}
</style>

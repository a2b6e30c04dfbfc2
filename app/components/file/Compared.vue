<script setup lang="ts">
import type { DocumentRecord } from '~~/core/attribute'
import type { Probe, Version } from '~~/shared/answers'
import { valueInWords } from '~/format'
import { viewOf } from './kinds'
import { drawableOf } from './rasters'

/** Two versions laid over each other, and what their records and the places of their files say side by side. */
const props = defineProps<{
  /** Of a version: its own address. */
  address: (version: number) => string
  before: Version
  after: Version
}>()
const fault = ref('')
const places = shallowRef<[Probe | null, Probe | null]>([null, null])
const records = shallowRef<[DocumentRecord | null, DocumentRecord | null]>([null, null])
const store = useConfiguration()
const both = computed(() => [props.before, props.after])
const addresses = computed(() => both.value.map(({ version }) => props.address(version)))
const files = computed(() =>
  both.value.map(({ fileName }, index) => ({ fileName, address: addresses.value[index]! })),
)
const label = computed(() => `Version ${props.after.version} laid over version ${props.before.version}`)

/** How both are laid over each other: pieces of drawings, lines of texts, points of pages, or not at all. */
const way = computed(() => {
  const names = both.value.map(({ fileName }) => fileName)
  if (names.every((name) => /\.dxf$/i.test(name))) return 'drawn'
  if (names.every((name) => viewOf(name) === 'text')) return 'lines'
  return names.every(drawableOf) ? 'pages' : undefined
})

async function load() {
  fault.value = ''
  const of = <Answer,>(rest: string) =>
    Promise.all(addresses.value.map((one) => $fetch<Answer>(`${one}/${rest}`).catch(() => null)))
  const [inside, kept] = await Promise.all([
    of<Probe>('inside'),
    of<{ record: DocumentRecord | null }>('record'),
  ])
  places.value = inside as [Probe | null, Probe | null]
  records.value = kept.map((one) => one?.record ?? null) as [DocumentRecord | null, DocumentRecord | null]
}
watch(() => [props.before.version, props.after.version], load, { immediate: true })

const placeRows = computed(() => {
  const [old, now] = places.value.map(
    (probe) => new Map(probe?.reading.places.map(({ place, value }) => [place, value])),
  )
  return [...new Set([...old!.keys(), ...now!.keys()])].map((name) => ({
    ...{ name, before: old!.get(name) ?? null, after: now!.get(name) ?? null },
  }))
})
const hasRecords = computed(() => records.value.every((record) => record !== null))
const attributes = computed(() => {
  const [old, now] = records.value
  return (store.published?.configuration.attributes ?? []).filter(({ id }) => old?.[id] ?? now?.[id])
})
const recordRows = computed(() =>
  attributes.value.map(({ id, name }) => {
    const [before, after] = records.value.map((record) => valueInWords(record?.[id]))
    return { name, before: before!, after: after! }
  }),
)
</script>

<template>
  <p
    v-if="fault || !way"
    class="soft"
    role="status"
  >
    {{
      fault
        ? `They cannot be laid over each other: ${fault}`
        : 'Files of these kinds are not laid over each other'
    }}; what they say stands side by side.
  </p>
  <LazyFileDrawn
    v-else-if="way === 'drawn'"
    :address="addresses[1]!"
    :before="before.version"
    :label="label"
    @failed="fault = $event"
  />
  <LazyFileLines
    v-else-if="way === 'lines'"
    :before="addresses[0]!"
    :after="addresses[1]!"
    :label="label"
    @failed="fault = $event"
  />
  <LazyFileOverlay
    v-else
    :before="files[0]!"
    :after="files[1]!"
    :label="label"
    @failed="fault = $event"
  />
  <p
    v-if="way && !fault"
    class="legend"
  >
    <span class="added">━ added in version {{ after.version }}</span>
    <span class="removed">╌ removed since version {{ before.version }}</span>
    <span class="soft">━ in both</span>
  </p>
  <FileSideBySide
    v-if="hasRecords"
    what="Record"
    :before="before.version"
    :after="after.version"
    :rows="recordRows"
  >
    <template #default="{ row }">{{ row.name }}</template>
  </FileSideBySide>
  <p
    v-else
    class="soft"
  >
    One of them came from before the vault, or from before it kept the record of each version.
  </p>
  <FileSideBySide
    v-if="placeRows.length"
    what="Places"
    :before="before.version"
    :after="after.version"
    :rows="placeRows"
  >
    <template #default="{ row }"
      ><span class="mono">{{ row.name }}</span></template
    >
  </FileSideBySide>
</template>

<style scoped>
.legend {
  display: flex;
  gap: 18px;
  margin: 4px 0 8px;
}
.added {
  color: var(--accent);
}
.removed {
  color: var(--wrong);
}
</style>

<script setup lang="ts">
import { blankDocument } from '~~/core/engine'
import { schemeIn, type Lifecycle } from '~~/core/configuration'
import type { DocumentRecord } from '~~/core/attribute'
import { first, format } from '~~/core/revision'

/** A lifecycle stepped through on its sheet, as somebody, with a copy of a document. */
const props = defineProps<{ lifecycle: Lifecycle }>()
const route = useRoute()
const session = useSession()
const rehearsal = useRehearsal()
const { configuration } = useLifecycle(() => props.lifecycle.id)
const folders = computed(() => useDirectory().folders)

const text = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : undefined)

/** A sample in the entry state or the one that is asked for, with the record of a witness where there is one. */
function sample(state?: string, record: DocumentRecord = {}) {
  const scheme = schemeIn(configuration.value, props.lifecycle)
  const label = scheme ? format(scheme, first(scheme)) : null
  const documentClass = configuration.value.classes.find(({ lifecycle }) => lifecycle === props.lifecycle.id)
  const folder =
    folders.value.find(({ lifecycles }) => lifecycles?.includes(props.lifecycle.id)) ?? folders.value[0]
  const known = configuration.value.attributes.map(({ id }) => id)
  const kept = Object.fromEntries(Object.entries(record).filter(([name]) => known.includes(name)))
  const arrival = { number: 'SAMPLE-1', folder: folder?.path ?? '/', fileName: 'sample.dxf', record: kept }
  const blank = blankDocument(
    configuration.value,
    documentClass ?? { id: '', name: '', rule: '', lifecycle: props.lifecycle.id },
    arrival,
    rehearsal.person.value,
  )
  const row = {
    label: label ?? '',
    date: null,
    author: null,
    text: null,
    version: 1,
    origin: 'native' as const,
  }
  rehearsal.beginWithSample({
    ...{ ...blank, state: state ?? blank.state, revision: label, version: 1 },
    register: label === null ? [] : [row],
  })
}
/** Begins with what the address says: a document, a witness; else with the first document of the lifecycle. */
async function begin() {
  rehearsal.person.value = text('as') ?? session.person?.id ?? ''
  const record = text('record')
  if (record) return sample(text('state'), JSON.parse(record) as DocumentRecord)
  const wanted = text('with') ?? (await firstNumber())
  if (wanted === undefined || !(await rehearsal.beginWith(wanted))) sample()
}
async function firstNumber() {
  const query = { lifecycle: props.lifecycle.id, limit: 1, sort: 'number' }
  const page = await api<{ rows: { number: string }[] }>('documents', { query }).catch(() => ({ rows: [] }))
  return page.rows[0]?.number
}
onMounted(async () => {
  const directory = useDirectory()
  if (!directory.answer) await attempt(() => directory.load())
  await begin()
})
</script>

<template>
  <div
    class="rehearsal"
    role="group"
    :aria-label="`Rehearsal of ${lifecycle.name}`"
  >
    <RehearsalBar
      :lifecycle="lifecycle"
      :rehearsal="rehearsal"
      @sample="sample()"
    />
    <RehearsalSheet
      v-if="rehearsal.answer.value?.document"
      :lifecycle="lifecycle"
      :rehearsal="rehearsal"
    />
    <p
      v-else-if="rehearsal.answer.value?.fault"
      class="wrong"
    >
      ▲ {{ rehearsal.answer.value.fault }}
    </p>
  </div>
</template>

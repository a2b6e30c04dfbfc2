<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Probe, RecordFinding } from '~~/shared/answers'
import { attributeIdFor, toggled } from '~/components/record/bind'

useTitle('Record')
const store = useConfiguration()
const route = useRoute()
const router = useRouter()
const attributes = computed(() => store.drafted?.attributes ?? [])
const chosen = computed(() => attributes.value.find(({ id }) => id === route.query.attribute))
const probe = shallowRef<Probe | null>(null)
const findings = shallowRef<RecordFinding[]>([])
onMounted(async () => (findings.value = await api<RecordFinding[]>('record/findings').catch(() => [])))

const ending = computed(() => /\.([^.]+)$/.exec(probe.value?.fileName ?? '')?.[1]?.toLowerCase() ?? '')
const ask = (query: Record<string, string | undefined>) =>
  router.replace({ query: { ...route.query, ...query } })
const choose = (attribute: string | undefined) => ask({ attribute })
const set = (attribute: Attribute) => store.edit({ kind: 'set-attribute', attribute })
/** Settings that are taken away are left out. */
const change = (patch: Partial<Attribute>) =>
  set(JSON.parse(JSON.stringify({ ...chosen.value!, ...patch })) as Attribute)
async function add() {
  const taken = attributes.value.map(({ id }) => id)
  let name = 'New attribute'
  for (let n = 2; attributes.value.some((one) => one.name === name); n++) name = `New attribute ${n}`
  const id = attributeIdFor(name, taken)
  if (await set({ id, name, type: 'text' })) await choose(id)
}
async function remove() {
  if (await store.edit({ kind: 'remove-attribute', id: chosen.value!.id })) await choose(undefined)
}
const { sheet, parts, move } = useRecordSheet(computed(() => chosen.value?.id))
const sheets = computed(() =>
  (store.drafted?.classes ?? []).map(({ id, name }) => ({ value: id, name: `the sheet of ${name}` })),
)
const bind = (place: string) =>
  chosen.value && ending.value && set(toggled(chosen.value, place, ending.value))

/** The place that is asked about: the chosen attribute’s in files of the probe’s kind, or its first one. */
const asked = computed(() => {
  const bindings = chosen.value?.bindings ?? []
  const own = bindings.find(({ extensions }) => extensions.includes(ending.value)) ?? bindings[0]
  if (!own) return undefined
  const kind = own.extensions.includes(ending.value) ? ending.value : own.extensions[0]!
  return { place: own.place, ending: kind }
})
</script>

<template>
  <div
    v-if="store.drafted"
    class="record"
  >
    <div class="bar">
      <h1>Record</h1>
      <span class="soft">
        {{ attributes.length }} attributes on the sheets of {{ store.drafted.classes.length }} classes
      </span>
      <CommonPick
        class="sheet-pick"
        label="Which sheet is shown"
        :value="sheet?.id ?? ''"
        :options="sheets"
        empty="every attribute"
        @pick="ask({ class: $event || undefined })"
      />
    </div>
    <div class="columns">
      <section>
        <RecordAttributeList
          :parts="parts"
          :findings="findings"
          :chosen="chosen?.id"
          @choose="choose"
          @add="add"
        />
      </section>
      <RecordProbe
        v-model="probe"
        :attributes="attributes"
        :chosen="chosen"
        @pick="bind"
      />
    </div>
    <ShellTheTray
      v-if="chosen || probe"
      :label="chosen ? `Attribute ${chosen.name}` : 'Places in the file'"
      :height="250"
      @close="choose(undefined)"
    >
      <template #what>
        <RecordPlaces
          v-if="probe"
          :probe="probe"
          :attributes="attributes"
          :chosen="chosen"
          :ending="ending"
          @pick="bind"
        />
        <p
          v-else
          class="soft"
        >
          Open a file up, and every place that is inside of it stands here.
        </p>
      </template>
      <template #rests>
        <RecordTerms
          v-if="chosen"
          :key="chosen.id"
          :attribute="chosen"
          @change="change"
          @remove="remove"
          @move="move"
        />
        <p
          v-else
          class="soft"
        >
          Choose an attribute to bind it to a place.
        </p>
      </template>
      <template #leads>
        <RecordSpreadCount
          v-if="chosen && asked"
          :attribute="chosen"
          :place="asked.place"
          :ending="asked.ending"
          @change="set"
        />
        <p
          v-else-if="chosen"
          class="soft"
        >
          {{ chosen.name }} stands in no file yet: click a place in one.
        </p>
        <RecordHeading
          v-if="chosen && sheet"
          :attribute="chosen.id"
          :sheet="sheet"
        />
        <RecordClassTicks
          v-if="chosen"
          :attribute="chosen.id"
        />
      </template>
    </ShellTheTray>
  </div>
</template>

<style scoped>
.record {
  padding: 10px 18px 20px;
}
.sheet-pick {
  width: 200px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.05fr);
  gap: 22px;
  margin-top: 10px;
}
</style>

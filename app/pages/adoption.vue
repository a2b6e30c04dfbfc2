<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import { type Readiness, readinessOf } from '~/components/adoption/kind'
import { counted } from '~/format'

const route = useRoute()
const store = useConfiguration()
useTitle('Adopt labels')
const asked = computed(() => route.query as Record<string, string | undefined>)
const numbers = computed(() => asked.value.numbers?.split(',').filter(Boolean))
const ask = (change: Record<string, string | undefined>) =>
  goTo(
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
const only = ref<'all' | Readiness>('all')
const count = (kind: Readiness) => rows.value.filter((row) => readinessOf(row) === kind).length
const counts = computed(() => ({
  all: rows.value.length,
  ready: count('ready'),
  'not ready': count('not ready'),
  'adopted already': count('adopted already'),
}))
const shown = computed(() =>
  only.value === 'all' ? rows.value : rows.value.filter((row) => readinessOf(row) === only.value),
)
const selected = computed(() => rows.value.find((row) => row.number === asked.value.at))
async function run(comment: string) {
  const done = await adopt(comment)
  if (done) useNotices().say(`${counted(done, 'label')} adopted.`)
}
useShortcuts([{ keys: 'Enter', does: 'in a label’s field: try it' }])
</script>

<template>
  <div class="page adoption">
    <div class="bar">
      <h1>Adopt labels</h1>
      <CommonPick
        class="narrow"
        :value="asked.folder ?? ''"
        label="Folder"
        :empty="numbers ? `${numbers.length} chosen` : 'choose a folder'"
        :options="store.seenFolders.map((folder) => ({ value: folder, name: folder }))"
        @pick="ask({ folder: $event || undefined, numbers: undefined, at: undefined })"
      />
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
      <CommonCountFilter
        v-model="only"
        :counts="counts"
      >
        <span
          v-if="loading"
          class="soft"
          >…</span
        >
      </CommonCountFilter>
      <AdoptionTable
        class="fill"
        :rows="shown"
        :left="left"
        :loading="loading"
        :selected="selected?.number ?? null"
        @select="ask({ at: $event })"
        @choose="choose"
        @label="setLabel"
      />
      <AdoptionRun
        class="run"
        :chosen="chosen.length"
        :progress="progress"
        @run="run"
        @stop="stop"
      />
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
</style>

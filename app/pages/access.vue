<script setup lang="ts">
import { chainTo, idOf, type Principal } from '~~/core/access'
import type { AccessAnswer, WhatMay, WhoCan } from '~~/shared/answers'
import type { AccessCell } from '~/components/access/cell'
import { spokenOf } from '~/components/access/spoken-of'

useTitle('Access')
const directory = useDirectory()
const configuration = useConfiguration()
const route = useRoute()
const router = useRouter()

onMounted(() => attempt(() => directory.load()))
const ask = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const go = (query: Record<string, string | undefined>) =>
  router.replace({ query: { ...route.query, ...query } })

const paths = computed(() => directory.folders.map(({ path }) => path))
const folder = computed(() => {
  const asked = ask('folder')
  return asked && paths.value.includes(asked) ? asked : (paths.value.find((path) => path !== '/') ?? '/')
})
/** A folder that gets another path stays the one that is shown. */
watch(
  () => directory.directory.folders,
  (now, before) => {
    const shown = before.find(({ path }) => path === ask('folder'))
    const path = now.find(({ key }) => key === shown?.key)?.path
    if (path && path !== ask('folder')) go({ folder: path })
  },
)
const lifecycles = computed(() => configuration.published?.configuration.lifecycles ?? [])
const home = computed(() => directory.answer?.home[folder.value] ?? [])
const lifecycle = computed(
  () =>
    lifecycles.value.find(({ id }) => id === ask('lifecycle')) ??
    lifecycles.value.find(({ id }) => home.value.includes(id)) ??
    lifecycles.value[0],
)
const added = ref<Principal[]>([])
const rows = computed(() => {
  if (!lifecycle.value) return []
  if (beside.value && !beside.value.startsWith('/')) return [first.value, beside.value]
  const chain = chainTo(directory.directory.folders, folder.value)
  return spokenOf(lifecycle.value, chain, added.value, directory.name)
})

const chosen = computed<AccessCell | null>(() => {
  const [who, state] = [ask('who'), ask('state')]
  return who && state && lifecycle.value?.states.some((use) => use.state === state)
    ? { principal: who, state }
    : null
})
const answer = shallowRef<AccessAnswer | WhatMay | WhoCan | null>(null)
const close = () => {
  answer.value = null
  go({ who: undefined, state: undefined, edit: undefined, do: undefined })
}
const choose = (path: string) => {
  answer.value = null
  go({ folder: path, lifecycle: undefined, who: undefined, state: undefined, edit: undefined })
}

const everybody = usePrincipals()
const people = computed(() => everybody.value.filter(({ value }) => idOf('person', value) !== undefined))
/** A second folder, or a second person, to compare with; `first` is the person on the other side. */
const beside = computed(() => (ask('with')?.startsWith(beforeChange) ? undefined : ask('with')))
const compared = useComparedDirectory(computed(() => ask('with')))
const first = computed(() => ask('first') ?? people.value[0]?.value ?? 'anyone')
const besideOptions = computed(() => [
  ...paths.value
    .filter((path) => path !== folder.value)
    .map((path) => ({ value: path, name: path, group: 'another folder' })),
  ...people.value.map((one) => ({ ...one, group: 'another person' })),
  ...(directory.answer?.changes ?? [])
    .filter(({ takenBackBy }) => takenBackBy === null)
    .slice(0, 20)
    .map(({ id, words }) => ({ value: beforeChange + id, name: words, group: 'before a change' })),
])
</script>

<template>
  <div
    v-if="directory.answer && lifecycle"
    class="access"
  >
    <div class="bar">
      <h1>Access</h1>
      <AccessQuestion
        :folder="folder"
        :lifecycle="lifecycle"
        :state="chosen?.state"
        @answer="answer = $event"
      />
      <div class="grow" />
      <button
        class="act"
        @click="go({ do: 'list', edit: undefined, who: undefined, state: undefined })"
      >
        Folders from a list…
      </button>
      <AccessLookAs />
    </div>
    <div class="columns">
      <div class="side">
        <AccessFolders
          :chosen="folder"
          :beside="beside"
          @choose="choose"
          @edit="go({ folder: $event, edit: 'yes' })"
        />
        <DirectoryChanges />
      </div>
      <div class="body">
        <p class="place">
          <b>{{ folder }}</b> for
          <CommonPick
            quiet
            :value="lifecycle.id"
            label="Lifecycle"
            :options="lifecycles.map(({ id, name }) => ({ value: id, name }))"
            @pick="go({ lifecycle: $event, who: undefined, state: undefined })"
          />
          <button
            class="link"
            @click="go({ edit: 'yes', who: undefined, state: undefined })"
          >
            what the folder says
          </button>
          <span class="grow" />
          <AccessComparing
            :beside="beside"
            :with="ask('with') ?? ''"
            :first="first"
            :people="people"
            :options="besideOptions"
            @first="go({ first: $event })"
            @with="go({ with: $event || undefined })"
          />
        </p>
        <p
          v-if="compared"
          class="place soft"
        >
          Beside it, where it differs: {{ compared.words }}.
        </p>
        <AccessGrid
          :folder="folder"
          :lifecycle="lifecycle"
          :rows="rows"
          :chosen="chosen"
          :beside="beside"
          :beside-in="compared?.directory"
          @choose="((answer = null), go({ who: $event.principal, state: $event.state, edit: undefined }))"
          @add="added = [...added, $event]"
        />
      </div>
    </div>
    <DirectoryPendingTray v-if="directory.pending" />
    <AccessListTray
      v-else-if="ask('do') === 'list'"
      @close="close"
      @taken="go({ do: undefined, folder: $event })"
    />
    <AccessGrantTray
      v-else-if="ask('do') === 'grant'"
      @close="close"
    />
    <AccessAnswerTray
      v-else-if="answer"
      :answer="answer"
      @close="close"
      @folder="((answer = null), go({ folder: $event, edit: 'yes', who: undefined, state: undefined }))"
    />
    <AccessFolderTray
      v-else-if="ask('edit')"
      :path="folder"
      @close="close"
      @gone="choose"
    />
    <AccessCellTray
      v-else-if="chosen"
      :key="`${folder} ${chosen.principal} ${chosen.state}`"
      :folder="folder"
      :lifecycle="lifecycle"
      :cell="chosen"
      @close="close"
      @folder="go({ folder: $event, edit: 'yes', who: undefined, state: undefined })"
    />
  </div>
</template>

<style scoped>
.access {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100cqh;
  padding: 10px 18px 0;
}
.columns {
  display: grid;
  grid-template-columns: minmax(240px, 330px) minmax(0, 1fr);
  gap: 24px;
  min-height: 0;
  margin-top: 10px;
}
.side,
.body {
  overflow: auto;
  padding-bottom: 24px;
}
.place {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin: 0 0 4px;
}
.place :deep(select) {
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: transparent;
  font: inherit;
  color: inherit;
  max-width: 160px;
}
</style>

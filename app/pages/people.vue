<script setup lang="ts">
import type { ListedPerson } from '~~/shared/answers'
import { counted } from '~/format'

useTitle('People')
const directory = useDirectory()
const route = useRoute()
const router = useRouter()
onMounted(() => attempt(() => directory.load()))

const ask = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const go = (query: Record<string, string | undefined>) =>
  router.replace({ query: { ...route.query, ...query } })
const close = () => go({ person: undefined, do: undefined, group: undefined })

const text = ref('')
const sort = ref<'name' | 'mail' | 'groups'>('name')
const groupNames = ({ groups }: ListedPerson) => groups.map((id) => directory.name(`group:${id}`)).join(', ')
const people = computed(() => {
  const wanted = text.value.trim().toLowerCase()
  const group = ask('group')
  const key = (person: ListedPerson) => (sort.value === 'groups' ? groupNames(person) : person[sort.value])
  return (directory.answer?.people ?? [])
    .filter((person) => !group || person.groups.includes(group))
    .filter((person) => `${person.name} ${person.mail} ${groupNames(person)}`.toLowerCase().includes(wanted))
    .sort((a, b) => key(a).localeCompare(key(b)))
})
const columns = [
  { key: 'name', label: 'Name', width: 'minmax(120px, 1.2fr)', sort: true },
  { key: 'initials', label: 'Initials', width: '60px' },
  { key: 'mail', label: 'Mail', width: 'minmax(150px, 1.8fr)', sort: true },
  { key: 'groups', label: 'Groups', width: 'minmax(120px, 1.4fr)', sort: true },
  { key: 'standing', label: 'Standing', width: '150px' },
  { key: 'out', label: 'Has out', width: '70px', right: true },
]
const fetchPage = (offset: number, limit: number) =>
  Promise.resolve({ total: people.value.length, rows: people.value.slice(offset, offset + limit) })
const standing = ({ active, administrator, hasPassword }: ListedPerson) =>
  [
    ...(active ? [] : ['deactivated']),
    ...(administrator ? ['administrator'] : []),
    ...(active && !hasPassword ? ['has not signed in yet'] : []),
  ].join(' · ')
const query = computed(() => ({
  list: people.value.map(({ id }) => id).join(),
  version: directory.answer?.version,
}))
const inGroup = (id: string) =>
  (directory.answer?.people ?? []).filter(({ groups, active }) => active && groups.includes(id)).length
const chosen = computed(() => directory.answer?.people.find(({ id }) => id === ask('person')))
/** Those who could be invited. */
const uninvited = computed(() =>
  (directory.answer?.people ?? []).filter(({ active, hasPassword }) => active && !hasPassword),
)
const newGroup = ref('')
async function addGroup() {
  if (await directory.make({ kind: 'add-group', name: newGroup.value })) newGroup.value = ''
}
</script>

<template>
  <div
    v-if="directory.answer"
    class="people"
  >
    <div class="bar">
      <h1>People</h1>
      <input
        v-model="text"
        class="field filter"
        placeholder="Name, mail or group"
        aria-label="Filter the people"
      />
      <span class="soft">{{ counted(people.length, 'person', 'people') }}</span>
      <div class="grow" />
      <button
        v-if="uninvited.length"
        class="act"
        @click="go({ do: 'invite', person: undefined })"
      >
        Invite {{ uninvited.length }} …
      </button>
      <button
        class="act"
        @click="go({ do: 'list', person: undefined })"
      >
        From a list…
      </button>
      <button
        class="act main"
        @click="go({ do: 'add', person: undefined })"
      >
        Add somebody
      </button>
    </div>
    <div class="columns">
      <div class="side">
        <h2>Groups</h2>
        <button
          v-for="group in directory.answer.groups"
          :key="group.id"
          class="plain group"
          :class="{ chosen: ask('group') === group.id }"
          :aria-pressed="ask('group') === group.id"
          @click="
            go({ group: ask('group') === group.id ? undefined : group.id, person: undefined, do: 'group' })
          "
        >
          <span class="clip">{{ group.name }}</span><span
            :class="inGroup(group.id) ? 'soft mono' : 'wrong mono'"
            >{{ inGroup(group.id) }}</span
          >
        </button>
        <form
          class="bar new"
          @submit.prevent="addGroup"
        >
          <input
            v-model="newGroup"
            class="field"
            placeholder="New group"
            aria-label="Name of a new group"
            maxlength="200"
          /><button
            class="act"
            :disabled="!newGroup.trim()"
          >
            Add
          </button>
        </form>
        <DirectoryChanges />
      </div>
      <CommonPagedTable
        label="People"
        :columns="columns"
        :fetch-page="fetchPage"
        :query="query"
        :key-of="(person: ListedPerson) => person.id"
        :selected="ask('person')"
        :sort="sort"
        @sort="sort = $event as typeof sort"
        @select="go({ person: $event.id, do: undefined })"
      >
        <template #name="{ row: person }"
          ><span :class="{ soft: !person.active }">{{ person.name }}</span></template
        >
        <template #initials="{ row: person }"
          ><span class="soft">{{ person.initials }}</span></template
        >
        <template #mail="{ row: person }"
          ><span class="soft">{{ person.mail }}</span></template
        >
        <template #groups="{ row: person }">{{ groupNames(person) }}</template>
        <template #standing="{ row: person }"
          ><span :class="person.hasPassword || !person.active ? 'soft' : 'waits'">{{
            standing(person)
          }}</span></template
        >
        <template #out="{ row: person }"
          ><span class="mono">{{ person.checkedOut || '' }}</span></template
        >
      </CommonPagedTable>
    </div>
    <DirectoryPendingTray v-if="directory.pending" />
    <PeopleAddTray
      v-else-if="ask('do') === 'add'"
      @close="close"
      @added="go({ do: undefined, person: $event })"
    />
    <PeopleListTray
      v-else-if="ask('do') === 'list'"
      @close="close"
      @taken="go({ do: uninvited.length ? 'invite' : undefined })"
    />
    <PeopleInviteTray
      v-else-if="ask('do') === 'invite'"
      :people="uninvited"
      @close="close"
    />
    <PeoplePersonTray
      v-else-if="chosen"
      :key="chosen.id"
      :person="chosen"
      @close="close"
    />
    <PeopleGroupTray
      v-else-if="ask('do') === 'group' && ask('group')"
      :key="ask('group')"
      :group="ask('group')!"
      @close="close"
    />
  </div>
</template>

<style scoped>
.people {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100cqh;
  padding: 10px 18px 0;
}
.filter {
  width: 240px;
}
.columns {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 24px;
  min-height: 0;
  margin-top: 10px;
}
.side {
  overflow: auto;
  padding-bottom: 20px;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
.group {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  padding: 3px 6px;
  border-bottom: 1px solid var(--hairline);
}
.group:hover {
  background: var(--well);
}
.group.chosen {
  background: var(--tint);
}
.new {
  margin-top: 6px;
}
</style>

<script setup lang="ts">
import {
  idOf,
  type Principal,
  rightsInFolders,
  rightsInState,
  rightsOf,
  heldAs,
  playersOf,
} from '~~/core/access'
import type { VaultDirectory } from '~~/core/directory'
import { type Lifecycle, phaseKinds, type StateUse } from '~~/core/configuration'
import { counted } from '~/format'
import type { AccessCell } from './cell'

/**
 * What folder and state add up to, for everybody whom a lifecycle or the folders speak of: on the columns of the
 * lifecycle’s sheet, and beside a second folder or person where two are compared.
 */
const props = defineProps<{
  folder: string
  lifecycle: Lifecycle
  rows: Principal[]
  chosen: AccessCell | null
  /** A folder or a principal to compare with. */
  beside?: string
  /** A directory to compare with. */
  besideIn?: VaultDirectory
}>()
const emit = defineEmits<{ choose: [cell: AccessCell]; add: [principal: Principal] }>()
const directory = useDirectory()
const configuration = useConfiguration()
const everybody = usePrincipals()

const stateName = (id: string) =>
  configuration.published?.configuration.states.find((state) => state.id === id)?.name ?? id
/** All that somebody may in the folders of a directory: folder and state together. */
const rightsIn = ({ folders, people }: VaultDirectory) => {
  const inFolder = rightsInFolders(folders)
  const groupsOf = (id: string) => people.find((person) => person.id === id)?.groups ?? []
  return (path: string, use: StateUse, principal: Principal): string => {
    if (!folders.some((folder) => folder.path === path)) return ''
    const held = heldAs(folders, path, principal, groupsOf)
    const granted = inFolder({ id: '', name: '', groups: [] }, path, undefined, held).granted
    return rightsOf(granted & rightsInState(use, held)).join(' ')
  }
}
const rightsNow = computed(() => rightsIn(directory.directory))
const rightsAt = (path: string, use: StateUse, principal: Principal) => rightsNow.value(path, use, principal)
/** The folder’s path in the other directory, in which it may have had another. */
const pathBeside = computed(() => {
  const { key } = directory.directory.folders.find(({ path }) => path === props.folder)!
  return props.besideIn?.folders.find((folder) => folder.key === key)?.path ?? ''
})
const rightsBeside = computed(() => props.besideIn && rightsIn(props.besideIn))
/** What stands beside it; undefined where nothing is compared, or it is the same. */
function other(use: StateUse, principal: Principal): string | undefined {
  const { beside, folder } = props
  const is = rightsBeside.value
    ? rightsBeside.value(pathBeside.value, use, principal)
    : beside?.startsWith('/')
      ? rightsAt(beside, use, principal)
      : beside
        ? rightsAt(folder, use, beside)
        : undefined
  return is === rightsAt(folder, use, principal) ? undefined : is
}

/** What stands under a name: who plays the role, how many are in the group. */
function under(principal: Principal): { words: string; wrong: boolean } {
  const { people, folders } = directory.directory
  const role = idOf('role', principal)
  const group = idOf('group', principal)
  if (role !== undefined) {
    const played = playersOf(folders, props.folder, role)
    const names = played?.players.map((one) => directory.name(one)).join(', ')
    return { words: names || 'nobody plays it here', wrong: !names }
  }
  if (group !== undefined) {
    const members = people.filter(({ groups, active }) => active && groups.includes(group)).length
    return {
      words: `group, ${members === 1 ? 'one person' : counted(members, 'person', 'people')}`,
      wrong: members === 0,
    }
  }
  if (principal === 'anyone')
    return { words: counted(people.filter(({ active }) => active).length, 'person', 'people'), wrong: false }
  if (principal === 'owner' || principal === 'creator') return { words: 'of each document', wrong: false }
  return { words: 'by name', wrong: false }
}
const cellInWords = (use: StateUse, principal: Principal) =>
  `${directory.name(principal)} in ${stateName(use.state)}: ${rightsAt(props.folder, use, principal) || 'nothing'}`
const isChosen = (principal: Principal, state: string) =>
  props.chosen?.principal === principal && props.chosen.state === state
const missing = computed(() => everybody.value.filter(({ value }) => !props.rows.includes(value)))
</script>

<template>
  <div
    class="grid"
    :style="{ '--states': lifecycle.states.length }"
  >
    <div class="line heads">
      <span />
      <div
        v-for="use in lifecycle.states"
        :key="use.state"
        class="head-cell"
      >
        <NuxtLink
          class="head"
          :class="use.phase"
          :to="`/lifecycles/${lifecycle.id}?state=${use.state}`"
          ><b class="clip">{{ stateName(use.state) }}</b
          ><small>{{ phaseKinds[use.phase].name }}</small></NuxtLink
        >
      </div>
    </div>
    <h2>What folder and state add up to</h2>
    <div
      v-for="principal in rows"
      :key="principal"
      class="line"
    >
      <span class="who"
        ><span class="clip">{{ directory.name(principal) }}</span
        ><small :class="under(principal).wrong ? 'wrong' : 'soft'">{{ under(principal).words }}</small></span
      >
      <button
        v-for="use in lifecycle.states"
        :key="use.state"
        class="plain rights"
        :class="{
          selected: isChosen(principal, use.state),
          differs: other(use, principal) !== undefined,
        }"
        :aria-label="cellInWords(use, principal)"
        @click="emit('choose', { principal, state: use.state })"
      >
        <span>{{ rightsAt(folder, use, principal) || '–' }}</span>
        <span
          v-if="other(use, principal) !== undefined"
          class="beside"
          >{{ other(use, principal) || '–' }}</span
        >
      </button>
    </div>
    <div class="line last">
      <CommonPick
        quiet
        class="soft add"
        value=""
        empty="+ somebody else"
        label="Add somebody to the grid"
        :options="missing"
        @pick="emit('add', $event)"
      />
    </div>
  </div>
</template>

<style scoped src="../lifecycle/heads.css"></style>
<style scoped>
.grid {
  min-width: calc(150px + var(--states) * 96px);
}
.line {
  display: grid;
  grid-template-columns: 150px repeat(var(--states), minmax(90px, 1fr));
  border-bottom: 1px solid var(--hairline);
  min-height: 34px;
  align-items: stretch;
}
.line.heads {
  border: 0;
  margin-top: 0;
}
.head {
  text-decoration: none;
  cursor: pointer;
}
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
.who {
  display: grid;
  align-content: center;
  line-height: 15px;
  min-width: 0;
  padding-right: 8px;
}
.who small,
.rights {
  font-size: 11px;
  line-height: 14px;
}
.rights {
  display: grid;
  align-content: center;
  text-align: center;
  padding: 2px 4px;
  border-left: 1px dotted var(--line);
}
.rights:hover {
  background: var(--well);
}
.selected {
  outline: 2px solid var(--accent);
  outline-offset: -2px;
  background: var(--tint);
}
.differs {
  background: var(--waits-tint);
}
.beside {
  color: var(--waits);
  border-top: 1px solid var(--waits-line);
}
.add {
  border: 0;
  background: transparent;
  font: inherit;
  padding: 0;
  max-width: 150px;
}
.last {
  border: 0;
}
</style>

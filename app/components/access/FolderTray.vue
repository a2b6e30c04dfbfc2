<script setup lang="ts">
import { type Principal, type Right, rights } from '~~/core/access'

/** What a folder itself says, and can be made to say: roles, grants, what it withholds, what is at home there. */
const props = defineProps<{ path: string }>()
const emit = defineEmits<{ close: []; gone: [to: string] }>()
const directory = useDirectory()
const configuration = useConfiguration()
const everybody = usePrincipals()

const folder = computed(() => directory.directory.folders.find(({ path }) => path === props.path)!)
const roles = computed(() => configuration.published?.configuration.roles ?? [])
const players = computed(() => everybody.value.filter(({ value }) => !/^(role:|owner|creator)/.test(value)))
const playersOf = (role: string) => folder.value.roles?.[role]
const addPlayer = (role: string, player: Principal) =>
  player &&
  directory.make({
    kind: 'set-role',
    folder: props.path,
    role,
    players: [...(playersOf(role) ?? []), player],
  })
const dropPlayer = (role: string, player: Principal) =>
  directory.make({
    kind: 'set-role',
    folder: props.path,
    role,
    players: playersOf(role)!.filter((one) => one !== player),
  })
const asAbove = (role: string) =>
  directory.make({ kind: 'set-role', folder: props.path, role, players: null })

const lists = [
  { name: 'grants', kind: 'set-folder-grant', words: 'Grants' },
  { name: 'withhold', kind: 'set-withholding', words: 'Withholds' },
] as const
type List = (typeof lists)[number]
const toggle = (list: List, principal: Principal, right: Right) => {
  const before = folder.value[list.name]?.[principal] ?? []
  const wanted = rights.filter((one) => (one === right) !== before.includes(one))
  return directory.make({ kind: list.kind, folder: props.path, principal, rights: wanted })
}
const add = (list: List, principal: Principal) =>
  principal && directory.make({ kind: list.kind, folder: props.path, principal, rights: ['see'] })
</script>

<template>
  <ShellTheTray
    :label="`What ${path} says`"
    :height="268"
    @close="emit('close')"
  >
    <template #what>
      <h3>Who plays which role in {{ path }}</h3>
      <p
        v-for="role in roles"
        :key="role.id"
        class="role"
      >
        <b>{{ role.name }}</b>
        <span>
          <span
            v-for="player in playersOf(role.id) ?? []"
            :key="player"
            class="chip"
            >{{ directory.name(player) }}
            <button
              class="plain"
              :aria-label="`${directory.name(player)} plays ${role.name} no more`"
              @click="dropPlayer(role.id, player)"
            >
              ×
            </button></span
          >
          <span
            v-if="!playersOf(role.id)"
            class="soft"
            >as above</span
          >
          <CommonPick
            quiet
            class="soft add"
            value=""
            empty="+"
            :label="`Who plays ${role.name} in ${path} too`"
            :options="players"
            @pick="addPlayer(role.id, $event)"
          />
          <button
            v-if="playersOf(role.id)"
            class="link soft"
            @click="asAbove(role.id)"
          >
            as above
          </button>
        </span>
      </p>
    </template>
    <template #rests>
      <template
        v-for="list in lists"
        :key="list.name"
      >
        <h3>{{ list.words }}</h3>
        <p
          v-for="(given, principal) in folder[list.name] ?? {}"
          :key="principal"
          class="grant"
        >
          <span>{{ directory.name(String(principal)) }}</span>
          <button
            v-for="right in rights"
            :key="right"
            class="plain mono right"
            :class="{ on: given.includes(right) }"
            :aria-pressed="given.includes(right)"
            :aria-label="`${list.words} ${directory.name(String(principal))} ${right}`"
            @click="toggle(list, String(principal), right)"
          >
            {{ right }}
          </button>
        </p>
        <CommonPick
          quiet
          class="soft add"
          value=""
          empty="+ somebody"
          :label="`${list.words} to somebody in ${path}`"
          :options="everybody.filter(({ value }) => !(value in (folder[list.name] ?? {})))"
          @pick="add(list, $event)"
        />
      </template>
      <label class="soft afresh"
        ><input
          type="checkbox"
          :checked="folder.startAfresh === true"
          @change="directory.make({ kind: 'start-afresh', folder: path, afresh: !folder.startAfresh })"
        />
        starts afresh: takes no rights over from above</label
      >
    </template>
    <template #leads>
      <AccessFolderHome
        :path="path"
        @gone="emit('gone', $event)"
      />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.role {
  display: grid;
  grid-template-columns: 90px 1fr;
  margin-bottom: 4px;
}
.chip {
  display: inline-block;
  padding: 0 6px;
  margin-right: 4px;
  background: var(--tint);
}
.grant {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  margin-bottom: 3px;
}
.right {
  color: var(--ink-faint);
}
.right.on {
  color: var(--ink);
  text-decoration: underline;
  font-weight: 600;
}
.add {
  border: 0;
  background: transparent;
  font: inherit;
  max-width: 120px;
}
.role .add {
  max-width: 44px;
}
.afresh {
  display: block;
  margin-top: 6px;
}
</style>

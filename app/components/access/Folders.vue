<script setup lang="ts">
import type { DirectoryFolder } from '~~/core/directory'
import { counted } from '~/format'

/** The folders, each with what it changes written under it: who plays which role, what it gives, takes, or ends. */
const props = defineProps<{ chosen: string; beside?: string }>()
const emit = defineEmits<{ choose: [path: string]; edit: [path: string] }>()
const directory = useDirectory()
const configuration = useConfiguration()

const lifecycles = computed(() => configuration.published?.configuration.lifecycles ?? [])
const depth = (path: string) => (path === '/' ? 0 : path.split('/').length - 1)
const lastName = (path: string) => path.slice(path.lastIndexOf('/') + 1) || '/'
const named = (list: string[]) => list.map((one) => directory.name(one)).join(', ') || 'nobody'

function saysOf({ roles, grants, withhold, startAfresh, lifecycles: home }: DirectoryFolder): string[] {
  return [
    ...(startAfresh ? ['starts afresh'] : []),
    ...Object.entries(roles ?? {}).map(
      ([role, players]) => `${directory.name(`role:${role}`)}: ${named(players)}`,
    ),
    ...Object.entries(grants ?? {}).map(
      ([who, rights]) => `${directory.name(who)} may ${rightsInWords(rights)}`,
    ),
    ...Object.entries(withhold ?? {}).map(
      ([who, rights]) => `${directory.name(who)} not ${rightsInWords(rights)}`,
    ),
    ...(home ? [`home of ${home.map(lifecycleName).join(', ') || 'nothing'}`] : []),
  ]
}
const rightsInWords = (rights: string[]) => (rights.length === 8 ? 'everything' : rights.join(' '))
const lifecycleName = (id: string) => lifecycles.value.find((lifecycle) => lifecycle.id === id)?.name ?? id
/** Roles that nobody plays there, as the checker finds them. */
const unplayed = (path: string) =>
  configuration.findings
    .filter(({ code, where }) => code === 'role-unassigned' && where.folder === path)
    .map(({ where }) => directory.name(`role:${where.role}`))
const there = (path: string) => directory.answer?.documents[path] ?? 0
const isChosen = (path: string) => path === props.chosen || path === props.beside
</script>

<template>
  <div class="folders">
    <h2>Folders, and what each changes</h2>
    <button
      v-for="folder in directory.folders"
      :key="folder.path"
      class="plain folder"
      :class="{ chosen: isChosen(folder.path) }"
      :style="{ paddingLeft: `${6 + 16 * depth(folder.path)}px` }"
      :aria-pressed="isChosen(folder.path)"
      :title="folder.path"
      @click="emit('choose', folder.path)"
      @dblclick="emit('edit', folder.path)"
    >
      <span class="first"
        ><b class="clip">{{ lastName(folder.path) }}</b
        ><span
          v-if="there(folder.path)"
          class="soft once"
          >{{ counted(there(folder.path), 'document') }}</span
        ></span
      >
      <small
        v-if="saysOf(folder).length"
        class="soft says"
        >{{ saysOf(folder).join(' · ') }}</small
      >
      <small
        v-if="unplayed(folder.path).length"
        class="wrong"
        >▲ {{ [...new Set(unplayed(folder.path))].join(', ') }}: nobody plays it</small
      >
    </button>
  </div>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
.folder {
  display: grid;
  width: 100%;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
  line-height: 17px;
}
.folder:hover {
  background: var(--well);
}
.folder.chosen {
  background: var(--tint);
}
.first {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  min-width: 0;
}
.says {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 3;
  line-clamp: 3;
  overflow: hidden;
}
small {
  font-size: 11px;
  line-height: 15px;
}
</style>

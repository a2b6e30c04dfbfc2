<script setup lang="ts">
import { counted } from '~/format'

/** A group: what it is called, who is in it, and where it is spoken of. */
const props = defineProps<{ group: string }>()
const emit = defineEmits<{ close: [] }>()
const directory = useDirectory()
const configuration = useConfiguration()

const group = computed(() => directory.directory.groups.find(({ id }) => id === props.group))
const name = ref(group.value?.name ?? '')
const members = computed(() =>
  directory.directory.people.filter(({ groups }) => groups.includes(props.group)),
)
const principal = computed(() => `group:${props.group}`)
/** Folders that name the group, as player or for rights. */
const inFolders = computed(() =>
  directory.folders
    .filter(({ roles, grants, withhold }) =>
      [
        ...Object.values(roles ?? {}).flat(),
        ...Object.keys(grants ?? {}),
        ...Object.keys(withhold ?? {}),
      ].includes(principal.value),
    )
    .map(({ path }) => path),
)
const inLifecycles = computed(() =>
  (configuration.published?.configuration.lifecycles ?? []).filter((lifecycle) =>
    JSON.stringify(lifecycle).includes(`"${principal.value}"`),
  ),
)
async function remove() {
  if (await directory.make({ kind: 'remove-group', group: props.group })) emit('close')
}
</script>

<template>
  <ShellTheTray
    v-if="group"
    :label="group.name"
    @close="emit('close')"
  >
    <template #what>
      <h3>{{ group.name }}</h3>
      <form
        class="bar"
        @submit.prevent="directory.make({ kind: 'rename-group', group: props.group, name })"
      >
        <input
          v-model="name"
          class="field"
          aria-label="Name of the group"
          maxlength="200"
        /><button
          class="act"
          :disabled="!name.trim() || name === group.name"
        >
          Rename
        </button>
      </form>
      <p class="soft">{{ counted(members.length, 'person', 'people') }} in it.</p>
      <button
        class="link"
        @click="remove"
      >
        remove the group
      </button>
    </template>
    <template #rests>
      <h3>Who is in it</h3>
      <p class="names">
        <NuxtLink
          v-for="person in members"
          :key="person.id"
          :to="`/people?person=${person.id}`"
          >{{ person.name }}</NuxtLink
        >
        <span
          v-if="!members.length"
          class="wrong"
          >▲ nobody</span
        >
      </p>
    </template>
    <template #leads>
      <h3>Where it is spoken of</h3>
      <p
        v-for="path in inFolders"
        :key="path"
      >
        <NuxtLink :to="`/access?folder=${path}&edit=yes`">{{ path }}</NuxtLink>
      </p>
      <p
        v-for="lifecycle in inLifecycles"
        :key="lifecycle.id"
      >
        <NuxtLink :to="`/lifecycles/${lifecycle.id}`">{{ lifecycle.name }}</NuxtLink>
      </p>
      <p
        v-if="!inFolders.length && !inLifecycles.length"
        class="soft"
      >
        Nowhere: no folder and no lifecycle names it.
      </p>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.names {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>

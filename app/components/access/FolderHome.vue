<script setup lang="ts">
import { parentOf } from '~~/core/access'
import { counted } from '~/format'

/** What is at home in a folder, what lies below it, and how it goes. */
const props = defineProps<{ path: string }>()
const emit = defineEmits<{ gone: [to: string] }>()
const directory = useDirectory()
const configuration = useConfiguration()
const folder = computed(() => directory.directory.folders.find(({ path }) => path === props.path)!)

const lifecycles = computed(() => configuration.published?.configuration.lifecycles ?? [])
const home = computed(() => directory.answer?.home[props.path] ?? [])
const toggleHome = (id: string) => {
  const before = folder.value.lifecycles ?? home.value
  const wanted = before.includes(id) ? before.filter((one) => one !== id) : [...before, id]
  return directory.make({
    ...{ kind: 'set-home', folder: props.path, classes: folder.value.classes ?? null },
    lifecycles: wanted,
  })
}
const classes = computed(() => configuration.published?.configuration.classes ?? [])
/** The classes that the folder names itself; as above where it names none. */
const ownClasses = computed(() => folder.value.classes ?? [])
const toggleClass = (id: string) => {
  const wanted = ownClasses.value.includes(id)
    ? ownClasses.value.filter((one) => one !== id)
    : [...ownClasses.value, id]
  return directory.make({
    ...{ kind: 'set-home', folder: props.path, lifecycles: folder.value.lifecycles ?? null },
    classes: wanted.length ? wanted : null,
  })
}
const there = computed(() => directory.answer?.documents[props.path] ?? 0)
const below = ref('')
async function addBelow() {
  const path = `${props.path === '/' ? '' : props.path}/${below.value.trim()}`
  if (await directory.make({ kind: 'add-folder', path })) below.value = ''
}
const to = ref(props.path)
watch(
  () => props.path,
  (path) => (to.value = path),
)
const move = () => directory.make({ kind: 'move-folder', path: props.path, to: to.value.trim() })
async function remove() {
  const { path } = props
  if (await directory.make({ kind: 'remove-folder', path })) emit('gone', parentOf(path))
}
</script>

<template>
  <h3>At home here</h3>
  <span class="what">Lifecycles</span>
  <label
    v-for="lifecycle in lifecycles"
    :key="lifecycle.id"
    class="home"
    ><input
      type="checkbox"
      :checked="home.includes(lifecycle.id)"
      @change="toggleHome(lifecycle.id)"
    />
    {{ lifecycle.name }}</label
  >
  <p class="classes">
    <span class="what">Classes</span>
    <label
      v-for="kind in classes"
      :key="kind.id"
      class="home"
      ><input
        type="checkbox"
        :checked="ownClasses.includes(kind.id)"
        @change="toggleClass(kind.id)"
      />
      {{ kind.name }}</label
    >
    <span
      v-if="!folder.classes"
      class="soft"
      >as above</span
    >
  </p>
  <h3 class="next">Below</h3>
  <form
    class="bar"
    @submit.prevent="addBelow"
  >
    <input
      v-model="below"
      class="field"
      placeholder="Name of a new folder"
      :aria-label="`Name of a new folder in ${path}`"
      maxlength="200"
    /><button
      class="act"
      :disabled="!below.trim()"
    >
      Add
    </button>
  </form>
  <form
    v-if="path !== '/'"
    class="bar"
    @submit.prevent="move"
  >
    <input
      v-model="to"
      class="field"
      :aria-label="`Path of ${path}`"
      maxlength="1000"
    /><button
      class="act"
      :disabled="!to.trim() || to.trim() === path"
    >
      Rename or move
    </button>
  </form>
  <p class="soft">
    {{ counted(there, 'document') }} {{ there === 1 ? 'stands' : 'stand' }} in it.
    <button
      v-if="path !== '/'"
      class="link"
      @click="remove"
    >
      remove the folder
    </button>
  </p>
</template>

<style scoped>
.what {
  display: inline-block;
  width: 72px;
}
.bar {
  margin-bottom: 6px;
}
.home {
  display: inline-flex;
  gap: 5px;
  margin-right: 12px;
}
.next {
  margin-top: 8px;
}
</style>

<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { stateName } from '~~/core/configuration'

/** What the vault is filtered by, how much that is, and what is done with what is marked. */
defineProps<{ total: number; isLeast: boolean; marked: number; adoption: string }>()
const emit = defineEmits<{ unmark: []; file: []; work: [] }>()
const session = useSession()
const store = useConfiguration()
const configuration = computed(() => store.published!.configuration)
const { asked, ask } = useVaultQuery()

const text = ref(asked.value.text ?? '')
const filter = useDebounceFn(() => ask({ text: text.value.trim() || undefined }), 150)
watch(text, filter)
const states = computed(() => [
  ...new Set(configuration.value.lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state))),
])
const folders = computed(() =>
  store.seenFolders.filter((path) => path !== '/').map((path) => ({ value: path, name: path })),
)
const classes = computed(() => configuration.value.classes.map(({ id, name }) => ({ value: id, name })))
/** Filters that come from a link elsewhere, in words. */
const fromElsewhere = computed(() => {
  const { intake, checkedOut, lifecycle } = asked.value
  const name = configuration.value.lifecycles.find(({ id }) => id === lifecycle)?.name ?? lifecycle
  return [intake && 'of one intake', checkedOut && 'checked out', name].filter(Boolean).join(', ')
})
const field = ref<HTMLInputElement>()
useShortcuts([{ keys: '/', does: 'filter the table', run: () => field.value?.focus() }])
</script>

<template>
  <div class="bar wrapping">
    <h1>Vault</h1>
    <input
      ref="field"
      v-model="text"
      class="field filter"
      type="search"
      placeholder="Number or title"
      aria-label="Filter by number or title"
    />
    <CommonPick
      class="narrow"
      :value="asked.classId ?? ''"
      label="Class"
      empty="any class"
      :options="classes"
      @pick="ask({ classId: $event || undefined })"
    />
    <CommonPick
      class="narrow"
      :value="asked.state ?? ''"
      label="State"
      empty="any state"
      :options="states.map((state) => ({ value: state, name: stateName(configuration, state) }))"
      @pick="ask({ state: $event || undefined })"
    />
    <CommonPick
      class="narrow"
      :value="asked.folder ?? ''"
      label="Folder"
      empty="any folder"
      :options="folders"
      @pick="ask({ folder: $event || undefined })"
    />
    <button
      v-if="fromElsewhere"
      class="link"
      @click="ask({ intake: undefined, checkedOut: undefined, lifecycle: undefined })"
    >
      {{ fromElsewhere }} ×
    </button>
    <span
      class="soft once"
      role="status"
      >{{ total.toLocaleString('en') }}{{ isLeast ? ' or more' : '' }} documents</span
    >
    <div class="grow" />
    <NuxtLink
      v-if="marked || asked.folder"
      class="act link-act"
      :to="adoption"
      >Adopt {{ marked ? `${marked} marked` : 'the folder’s labels' }}</NuxtLink
    >
    <button
      v-if="session.person?.administrator && (marked || asked.folder || asked.intake)"
      class="act"
      @click="emit('work')"
    >
      Work on files
    </button>
    <button
      class="link"
      :aria-pressed="Boolean(asked.sheets)"
      @click="ask({ sheets: asked.sheets ? undefined : 'yes' })"
    >
      sheets
    </button>
    <button
      v-if="marked"
      class="link"
      @click="emit('unmark')"
    >
      unmark
    </button>
    <button
      class="act"
      @click="emit('file')"
    >
      File a document
    </button>
  </div>
</template>

<style scoped>
.wrapping {
  flex-wrap: wrap;
  gap: 6px 8px;
}
.filter {
  width: 140px;
}
.narrow {
  width: 98px;
}
.link-act {
  text-decoration: none;
  line-height: 26px;
}
</style>

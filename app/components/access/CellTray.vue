<script setup lang="ts">
import {
  chainTo,
  explain,
  folderGrants,
  heldAs,
  type Right,
  rightKind,
  rights,
  stateGrants,
} from '~~/core/access'
import type { Lifecycle } from '~~/core/configuration'
import { consequencesOf } from '~~/core/directory'
import type { ChangePreview } from '~~/shared/answers'
import { rightsChangeInWords } from '~/stores/directory'
import type { AccessCell } from './cell'

/** A cell of the access grid: folder and state side by side, why that is so, and what a change would do. */
const props = defineProps<{ folder: string; lifecycle: Lifecycle; cell: AccessCell }>()
const emit = defineEmits<{ close: []; folder: [path: string] }>()
const directory = useDirectory()
const configuration = useConfiguration()

const right = ref<Right>('edit')
const { principal, state } = toRefs(props.cell)
const use = computed(() => props.lifecycle.states.find((other) => other.state === props.cell.state)!)
const stateName = computed(
  () =>
    configuration.published!.configuration.states.find(({ id }) => id === props.cell.state)?.name ??
    props.cell.state,
)
const who = computed(() => directory.name(props.cell.principal))
const folders = computed(() => directory.directory.folders)
const held = computed(() => heldAs(folders.value, props.folder, props.cell.principal, directory.groupsOf))
const chain = computed(() => chainTo(folders.value, props.folder))
const inFolder = (one: Right) => folderGrants(chain.value, held.value, one).granted
const inState = (one: Right) => stateGrants(use.value, held.value, one)

const explanation = computed(() =>
  explain({
    person: { id: '', name: who.value, groups: [] },
    right: right.value,
    document: { folder: props.folder },
    folders: folders.value,
    held: held.value,
    state: { ...use.value, lifecycle: props.lifecycle.id, id: props.cell.state },
    names: { principal: directory.name, lifecycle: () => props.lifecycle.name, state: () => stateName.value },
  }),
)

/** What this folder itself says of the right for exactly this principal. */
const own = computed(() => folders.value.find(({ path }) => path === props.folder)!)
const ownGrants = computed(() => own.value.grants?.[props.cell.principal] ?? [])
const change = computed(() => ({
  kind: 'set-folder-grant' as const,
  folder: props.folder,
  principal: props.cell.principal,
  rights: rights.filter((one) => (one === right.value) !== ownGrants.value.includes(one)),
}))
const isGiven = computed(() => ownGrants.value.includes(right.value))
const preview = shallowRef<ChangePreview | null>(null)
watch(
  change,
  async (asked) => {
    preview.value = null
    const looked = await directory.preview(asked).catch(() => null)
    if (asked === change.value) preview.value = looked
  },
  { immediate: true },
)
const draftState = async () => {
  const listed = use.value.grants[principal.value] ?? []
  const wanted = rights.filter((one) => (one === right.value) !== listed.includes(one))
  const edit = { kind: 'set-grant' as const, lifecycle: props.lifecycle.id, state: state.value }
  if (await configuration.edit({ ...edit, principal: principal.value, rights: wanted }))
    useNotices().say(`It is in the draft: ${who.value} in ${stateName.value}. It holds once it is published.`)
}
/** What the state’s grant would do, worked out here: the draft is not in force yet. */
const ifState = computed(() => {
  const { directory: whole } = directory
  const before = configuration.published!.configuration.lifecycles
  const listed = use.value.grants[principal.value] ?? []
  const wanted = rights.filter((one) => (one === right.value) !== listed.includes(one))
  const states = props.lifecycle.states.map((other) =>
    other.state === props.cell.state
      ? { ...other, grants: { ...other.grants, [principal.value]: wanted } }
      : other,
  )
  const lifecyclesAfter = before.map((one) => (one.id === props.lifecycle.id ? { ...one, states } : one))
  return consequencesOf(whole, whole, before, directory.answer!.standing, { lifecyclesAfter })
})
const isClosed = computed(() => right.value === 'edit' && use.value.content === 'closed')
const givenInState = computed(() => (use.value.grants[props.cell.principal] ?? []).includes(right.value))
</script>

<template>
  <ShellTheTray
    :label="`${who} in ${stateName}, in ${folder}`"
    :height="246"
    @close="emit('close')"
  >
    <template #what>
      <h3>{{ who }} in {{ stateName }}, in {{ folder }}</h3>
      <table class="rights">
        <thead>
          <tr class="soft">
            <th />
            <th>folder</th>
            <th>state</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="one in rights"
            :key="one"
            :class="{ chosen: one === right }"
          >
            <td>
              <button
                class="plain mono"
                :title="rightKind(one).words"
                :aria-pressed="one === right"
                @click="right = one"
              >
                {{ one }}
              </button>
            </td>
            <td>{{ inFolder(one) ? '●' : '–' }}</td>
            <td>{{ inState(one) ? '●' : '–' }}</td>
            <td :class="inFolder(one) && inState(one) ? '' : 'soft'">
              {{ inFolder(one) && inState(one) ? 'yes' : 'no' }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #rests>
      <h3>{{ explanation.allowed ? 'Why' : 'Why not' }}: {{ who }}, {{ right }}</h3>
      <AccessBecause
        :because="explanation.because"
        @folder="emit('folder', $event)"
      />
    </template>
    <template #leads>
      <h3>If {{ folder }} {{ isGiven ? 'did not grant' : 'granted' }} {{ who }} “{{ right }}”</h3>
      <DirectoryConsequences
        v-if="preview"
        :preview="preview"
      />
      <p
        v-else
        class="soft"
      >
        Being worked out …
      </p>
      <p>
        <button
          class="act"
          @click="directory.make(change)"
        >
          {{ isGiven ? 'Grant it here no more' : 'Grant it here' }}
        </button>
      </p>
      <h3>If {{ stateName }} {{ givenInState ? 'did not grant it' : 'granted it' }}</h3>
      <p>{{ rightsChangeInWords(ifState) }}</p>
      <p
        v-if="isClosed"
        class="waits"
      >
        ▲ Content is closed in {{ stateName }}: the right is of no use there.
      </p>
      <p>
        <button
          class="link"
          @click="draftState"
        >
          {{
            givenInState ? `take it off ${stateName} in the draft` : `grant it in ${stateName}, in the draft`
          }}
        </button>
      </p>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.rights {
  border-collapse: collapse;
  line-height: 19px;
}
.rights th {
  font: 11px/15px var(--mono);
}
.rights td,
.rights th {
  padding: 0 14px 0 4px;
  text-align: left;
}
.chosen {
  background: var(--tint);
}
</style>

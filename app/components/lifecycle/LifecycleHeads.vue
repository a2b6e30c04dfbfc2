<script setup lang="ts">
import { type Lifecycle, phaseKinds, type StateUse } from '~~/core/configuration'
import type { Selection } from '~/composables/useLifecycle'

/** The heads of a lifecycle's columns: its states in order of maturity, and a field for one more. */
const props = defineProps<{
  lifecycle: Lifecycle
  selection: Selection
  marked: string[]
  trace: { states: string[] } | null
}>()
const emit = defineEmits<{ select: [selection: Selection]; mark: [state: string] }>()
const { configuration, name, findings, edit } = useLifecycle(() => props.lifecycle.id)

const states = computed(() => props.lifecycle.states)
const seen = useColumnsInSight(() => states.value)
const isEntry = ({ state }: StateUse) => props.lifecycle.entry === state
const stops = ({ state }: StateUse) =>
  (props.trace?.states ?? []).flatMap((other, index) => (other === state ? [index + 1] : [])).join(', ')
const marks = (use: StateUse) => ({
  selected: props.selection?.kind === 'state' && props.selection.state === use.state,
  marked: props.marked.includes(use.state),
  traced: stops(use) !== '',
})
const flag = ({ state }: StateUse) => (findings({ state }).length ? '▲ ' : '')
const label = (use: StateUse) =>
  `${name(use.state)}, ${use.phase}${isEntry(use) ? ', documents enter here' : ''}`
const phase = (use: StateUse) =>
  `${phaseKinds[use.phase].glyph} ${phaseKinds[use.phase].name}${isEntry(use) ? ' · entry' : ''}`

const move = (state: string, to: number) =>
  edit({ kind: 'move-state', lifecycle: props.lifecycle.id, state, to })
const shift = (use: StateUse, by: number) => move(use.state, states.value.indexOf(use) + by)
const dragged = ref<string | null>(null)
function drop(on: number) {
  if (dragged.value) move(dragged.value, on)
  dragged.value = null
}

const adding = ref(false)
const newState = ref('')
const stateField = ref<HTMLInputElement>()
watch(adding, (is) => is && nextTick(() => stateField.value?.focus()))
/** The field stays for the next one; an empty one closes it. */
async function addState() {
  if (newState.value.trim() === '') return (adding.value = false)
  const wanted = { lifecycle: props.lifecycle.id, name: newState.value, phase: 'working' as const }
  if (await edit({ kind: 'add-state', ...wanted })) newState.value = ''
}
const leaveField = () => newState.value.trim() === '' && (adding.value = false)
</script>

<template>
  <div class="line heads">
    <span />
    <div
      v-for="{ thing: use, index, style } in seen"
      :key="use.state"
      class="head-cell"
      :style="style"
      @dragover.prevent
      @drop="drop(index)"
    >
      <button
        class="head"
        :class="[use.phase, marks(use)]"
        draggable="true"
        :aria-label="label(use)"
        :title="`${name(use.state)}: drag, or Alt+← and Alt+→, to reorder; Shift+click marks it`"
        @click.exact="emit('select', { kind: 'state', state: use.state })"
        @click.shift="emit('mark', use.state)"
        @dragstart="dragged = use.state"
        @keydown.alt.left.prevent="shift(use, -1)"
        @keydown.alt.right.prevent="shift(use, 1)"
      >
        <b class="clip">
          <span
            v-if="stops(use)"
            class="stop"
            >{{ stops(use) }}</span>{{ flag(use) }}{{ name(use.state) }}
        </b>
        <small>{{ phase(use) }}</small>
      </button>
    </div>
    <div class="add no-print">
      <form
        v-if="adding"
        @submit.prevent="addState"
      >
        <input
          ref="stateField"
          v-model="newState"
          class="field"
          list="catalogue"
          placeholder="State’s name"
          aria-label="Name of the new state"
          @keydown.esc.stop="adding = false"
          @blur="leaveField"
        />
      </form>
      <button
        v-else
        class="plain soft"
        @click="adding = true"
      >
        + add state
      </button>
      <datalist id="catalogue">
        <option
          v-for="state in configuration.states"
          :key="state.id"
          :value="state.name"
        />
      </datalist>
    </div>
  </div>
</template>

<style scoped src="./heads.css"></style>

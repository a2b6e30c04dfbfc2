<script setup lang="ts">
import {
  type Edit,
  type Lifecycle,
  mayFire,
  nobodyFires,
  phaseKinds,
  type StateUse,
  stepWord,
  type Transition,
  whenAndThen,
  whoFires,
} from '~~/core/configuration'
import type { Selection } from '~/composables/useLifecycle'

export type RowOrder = 'drawn' | 'name' | 'from' | 'who'

/** A lifecycle on one set of columns: heads, facts, transitions as rungs, guards, access. `only` shows what one principal may do; a trace is drawn on it. */
const props = defineProps<{
  lifecycle: Lifecycle
  selection: Selection
  only: string
  order: RowOrder
  marked: string[]
  trace: { states: string[]; transitions: string[] } | null
}>()
const emit = defineEmits<{
  select: [selection: Selection]
  drawn: [from: string, to: string]
  mark: [state: string]
}>()
const { configuration, name, here, findings, edit } = useLifecycle(() => props.lifecycle.id)

const states = computed(() => props.lifecycle.states)
/** The same list as long as the states are the same, so that rungs are drawn anew only when they change. */
const columns = computed<string[]>((old) => {
  const ids = states.value.map((use) => use.state)
  return old?.join(' ') === ids.join(' ') ? old : ids
})
const columnWidth = computed(() => (states.value.length > 8 ? 100 : states.value.length > 5 ? 112 : 128))
const grid = computed(() => ({ '--columns': states.value.length, '--column': `${columnWidth.value}px` }))
const isSelected = (selection: Selection) => JSON.stringify(props.selection) === JSON.stringify(selection)
const isChosen = (transition: Transition) =>
  props.selection?.kind === 'transition' && props.selection.transition === transition.id
const change = (use: StateUse, patch: Extract<Edit, { kind: 'change-state' }>['patch']) =>
  edit({ kind: 'change-state', lifecycle: props.lifecycle.id, state: use.state, patch })

const place = (state: string) => states.value.findIndex((use) => use.state === state)
const orders: Record<Exclude<RowOrder, 'drawn'>, (a: Transition, b: Transition) => number> = {
  name: (a, b) => a.name.localeCompare(b.name),
  from: (a, b) => place(a.from[0]!) - place(b.from[0]!) || place(a.to) - place(b.to),
  who: (a, b) => whoFires(configuration.value, a).localeCompare(whoFires(configuration.value, b)),
}
const transitions = computed(() => {
  const shown = props.lifecycle.transitions.filter(
    (transition) => !props.only || mayFire(props.only, transition),
  )
  return props.order === 'drawn' ? shown : [...shown].sort(orders[props.order])
})
const found = (transition: Transition) =>
  findings({ transition: transition.id })
    .map(({ message }) => message)
    .join('\n')
const step = (id: string) => (props.trace?.transitions.indexOf(id) ?? -1) + 1
const stops = (state: string) =>
  (props.trace?.states ?? []).flatMap((other, index) => (other === state ? [index + 1] : [])).join(', ')

const dragged = ref<string | null>(null)
function drop(on: number) {
  if (dragged.value) edit({ kind: 'move-state', lifecycle: props.lifecycle.id, state: dragged.value, to: on })
  dragged.value = null
}
/** What is selected stays in sight above the tray. */
watch(
  () => props.selection,
  () => nextTick(() => document.querySelector('.score .selected')?.scrollIntoView({ block: 'nearest' })),
  { immediate: true, flush: 'post' },
)

const shift = (use: StateUse, by: number) =>
  edit({
    kind: 'move-state',
    lifecycle: props.lifecycle.id,
    state: use.state,
    to: states.value.indexOf(use) + by,
  })
const shiftRung = (transition: Transition, by: number) =>
  edit({
    kind: 'move-transition',
    lifecycle: props.lifecycle.id,
    transition: transition.id,
    to: props.lifecycle.transitions.indexOf(transition) + by,
  })

const adding = ref(false)
const newState = ref('')
const stateField = ref<HTMLInputElement>()
watch(adding, (is) => is && nextTick(() => stateField.value?.focus()))
async function addState() {
  const done =
    newState.value.trim() === '' ||
    (await edit({ kind: 'add-state', lifecycle: props.lifecycle.id, name: newState.value, phase: 'working' }))
  if (!done) return
  // The field stays for the next one; an empty one closes it.
  if (newState.value.trim() === '') adding.value = false
  newState.value = ''
}
</script>

<template>
  <div
    class="score"
    :style="grid"
    role="group"
    :aria-label="`Lifecycle ${lifecycle.name}`"
  >
    <div class="line heads">
      <span />
      <div
        v-for="(use, index) in states"
        :key="use.state"
        class="head-cell"
        @dragover.prevent
        @drop="drop(index)"
      >
        <button
          class="head"
          :class="[
            use.phase,
            {
              selected: isSelected({ kind: 'state', state: use.state }),
              marked: marked.includes(use.state),
              traced: stops(use.state),
            },
          ]"
          draggable="true"
          :aria-label="`${name(use.state)}, ${use.phase}${lifecycle.entry === use.state ? ', documents enter here' : ''}`"
          :title="`${name(use.state)}: drag, or Alt+← and Alt+→, to reorder; Shift+click marks it`"
          @click.exact="emit('select', { kind: 'state', state: use.state })"
          @click.shift="emit('mark', use.state)"
          @dragstart="dragged = use.state"
          @keydown.alt.left.prevent="shift(use, -1)"
          @keydown.alt.right.prevent="shift(use, 1)"
        >
          <b class="clip"
            ><span
              v-if="stops(use.state)"
              class="stop"
              >{{ stops(use.state) }}</span
            >{{ findings({ state: use.state }).length ? '▲ ' : '' }}{{ name(use.state) }}</b
          >
          <small
            >{{ phaseKinds[use.phase].glyph }} {{ use.phase
            }}{{ lifecycle.entry === use.state ? ' · entry' : '' }}</small
          >
        </button>
      </div>
      <div class="add no-print">
        <form
          v-if="adding"
          @submit.prevent="addState"
        >
          <input
            v-model="newState"
            class="field"
            list="catalogue"
            placeholder="State’s name"
            ref="stateField"
            aria-label="Name of the new state"
            @keydown.esc.stop="adding = false"
            @blur="newState.trim() === '' && (adding = false)"
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

    <h2>Facts</h2>
    <div class="line">
      <span>Content</span>
      <span
        v-for="use in states"
        :key="use.state"
        v-memo="[use, name(use.state)]"
        class="cell"
        ><select
          class="quiet mono"
          :value="use.content"
          :aria-label="`Content in ${name(use.state)}`"
          @change="change(use, { content: ($event.target as HTMLSelectElement).value as 'open' })"
        >
          <option>open</option>
          <option>closed</option>
        </select></span
      >
    </div>
    <div class="line">
      <span>New revision gives</span>
      <span
        v-for="use in states"
        :key="use.state"
        v-memo="[use, name(use.state)]"
        class="cell"
        ><select
          class="quiet mono"
          :value="use.newRevision ?? ''"
          :aria-label="`New revision in ${name(use.state)}`"
          @change="
            change(use, {
              newRevision: (($event.target as HTMLSelectElement).value || null) as 'minor' | null,
            })
          "
        >
          <option value="">–</option>
          <option>minor</option>
          <option>major</option>
        </select></span
      >
    </div>
    <div class="line">
      <span>Labels adopted</span>
      <span
        v-for="use in states"
        :key="use.state"
        v-memo="[use, name(use.state)]"
        class="cell"
        ><select
          class="quiet mono"
          :value="use.adoption ? 'yes' : ''"
          :aria-label="`Adoption in ${name(use.state)}`"
          @change="change(use, { adoption: ($event.target as HTMLSelectElement).value === 'yes' })"
        >
          <option value="">–</option>
          <option>yes</option>
        </select></span
      >
    </div>
    <div class="line">
      <span>Documents here now</span>
      <span
        v-for="use in states"
        :key="use.state"
        v-memo="[use.state, here(use.state)]"
        class="cell mono"
        ><NuxtLink :to="`/vault?lifecycle=${lifecycle.id}&state=${use.state}`">{{
          here(use.state)
        }}</NuxtLink></span
      >
    </div>

    <div class="line titles">
      <h2>Transitions</h2>
      <span class="span" />
      <h2>Who</h2>
      <h2>Label</h2>
      <h2>When, and then</h2>
    </div>
    <div
      v-for="transition in transitions"
      :key="transition.id"
      v-memo="[
        transition,
        isChosen(transition),
        step(transition.id),
        found(transition),
        columns,
        columnWidth,
        order,
        configuration.roles,
        configuration.groups,
        configuration.attributes,
      ]"
      class="line rung"
      :class="{ selected: isChosen(transition), traced: step(transition.id) }"
      @click="emit('select', { kind: 'transition', transition: transition.id })"
    >
      <button
        class="plain clip"
        :aria-label="transition.name"
        @keydown.alt.up.prevent="shiftRung(transition, -1)"
        @keydown.alt.down.prevent="shiftRung(transition, 1)"
      >
        <span
          v-if="step(transition.id)"
          class="stop"
          >{{ step(transition.id) }}</span><span
          v-if="findings({ transition: transition.id }).length"
          :class="findings({ transition: transition.id })[0]!.severity === 'error' ? 'wrong' : 'waits'"
          :title="found(transition)"
          >▲ </span
        >{{ transition.name }}
      </button>
      <LifecycleRung
        class="span"
        :states="columns"
        :column="columnWidth"
        :transition="transition"
      />
      <span
        class="clip"
        :class="{ wrong: nobodyFires(transition) }"
        :title="whoFires(configuration, transition)"
        >{{ whoFires(configuration, transition) }}</span
      >
      <span class="mono">{{ stepWord(transition) }}</span>
      <span
        class="clip soft"
        :title="whenAndThen(configuration, transition)"
        >{{ whenAndThen(configuration, transition) }}</span
      >
    </div>
    <p
      v-if="only && !transitions.length"
      class="none soft"
    >
      No transition here is for them.
    </p>
    <LifecycleDrawRow
      class="line no-print"
      :states="states.map((use) => ({ id: use.state, name: name(use.state) }))"
      :column="columnWidth"
      @drawn="(from, to) => emit('drawn', from, to)"
    />

    <LifecycleGuards
      :lifecycle="lifecycle"
      @select="emit('select', $event)"
    />
    <LifecycleAccess
      :lifecycle="lifecycle"
      :selection="selection"
      :only="only"
      @select="emit('select', $event)"
    />
  </div>
</template>

<style scoped>
.score {
  min-width: calc(156px + var(--columns) * var(--column) + 386px);
}
.score .heads {
  border: 0;
  margin: 10px 0 4px;
  position: sticky;
  top: 0;
  background: var(--paper);
  z-index: 5;
  padding-top: 4px;
  padding-bottom: 4px;
}
h2 {
  padding: 10px 6px 3px;
  border-bottom: 1px solid var(--ink);
}
.score .titles {
  border-bottom: 1px solid var(--ink);
  min-height: 0;
}
.titles h2 {
  border: 0;
  padding-left: 0;
}
.span {
  grid-column: 2 / calc(var(--columns) + 2);
}
.score .head-cell {
  padding: 0 3px;
}
.head {
  width: 100%;
  height: 40px;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  display: grid;
  align-content: center;
  justify-items: center;
  cursor: grab;
  line-height: 16px;
  padding: 0 4px;
}
.head b {
  max-width: 100%;
  font-weight: 600;
}
.head small {
  font-size: 10.5px;
  color: inherit;
}
.head.review {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--tint) 5px 7px);
}
.head.issued {
  background: var(--ink);
  color: var(--inverse);
}
.head.retired {
  background: var(--paper);
  color: var(--ink-soft);
  border-color: var(--ink-faint);
}
.head.selected {
  outline: 2px solid var(--accent);
  outline-offset: 1px;
}
.head.marked {
  outline: 2px dashed var(--accent);
  outline-offset: 1px;
}
.head.traced {
  outline: 2px solid var(--wrong);
  outline-offset: 1px;
}
.rung:hover {
  background: var(--well);
}
.rung.selected,
.cell.selected {
  background: var(--tint);
}
.rung {
  cursor: pointer;
}
.score .rung .span {
  padding: 0;
}
.add {
  grid-column: calc(var(--columns) + 2) / span 2;
  padding-left: 8px;
}
.none {
  padding: 4px 6px;
}
@media print {
  .score .heads {
    position: static;
    background: transparent;
  }
}
</style>

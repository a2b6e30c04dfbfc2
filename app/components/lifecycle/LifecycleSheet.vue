<script setup lang="ts">
import { principalName, type Edit, type Lifecycle, type StateUse, type Transition } from '~~/core/lifecycle'
import type { Selection } from '~/composables/useLifecycle'

/** A lifecycle on one set of columns: heads, facts, transitions as rungs, access. */
const props = defineProps<{ lifecycle: Lifecycle; selection: Selection }>()
const emit = defineEmits<{ select: [selection: Selection]; drawn: [from: string, to: string] }>()
const { configuration, name, here, findings, edit } = useLifecycle(() => props.lifecycle.id)

const states = computed(() => props.lifecycle.states)
const columnWidth = computed(() => (states.value.length > 8 ? 100 : states.value.length > 5 ? 112 : 128))
const grid = computed(() => ({ '--columns': states.value.length, '--column': `${columnWidth.value}px` }))
const principals = computed(() => [...new Set(states.value.flatMap((use) => Object.keys(use.grants)))])
const unused = computed(() => {
  const all = ['anyone', ...configuration.value.roles.map(({ id }) => `role:${id}`), ...configuration.value.groups.map(({ id }) => `group:${id}`)]
  return all.filter((principal) => !principals.value.includes(principal))
})
const isSelected = (selection: Selection) => JSON.stringify(props.selection) === JSON.stringify(selection)
const change = (use: StateUse, patch: Extract<Edit, { kind: 'change-state' }>['patch']) => edit({ kind: 'change-state', lifecycle: props.lifecycle.id, state: use.state, patch })

function who(way: Transition): string {
  return way.firedBy?.map((principal) => principalName(configuration.value, principal)).join(', ') || 'nobody yet'
}
function stepWord(way: Transition): string {
  return way.revision.startsWith('adopt:') ? 'adopt' : way.revision
}
function whenAndThen(way: Transition): string {
  const writes = way.effects.flatMap((effect) => (effect.kind === 'write' ? [`${configuration.value.attributes.find(({ id }) => id === effect.attribute)?.name ?? effect.attribute} ← ${effect.value}`] : []))
  return [way.guard ? `if ${way.guard}` : '', way.comment === 'required' ? 'comment asked' : '', way.notBy?.length ? 'by another person' : '', writes.length ? `→ ${writes.join(', ')}` : ''].filter(Boolean).join(' · ')
}
function addPrincipal(event: Event) {
  const field = event.target as HTMLSelectElement
  if (field.value) edit({ kind: 'set-grant', lifecycle: props.lifecycle.id, state: props.lifecycle.entry, principal: field.value, rights: ['see'] })
  field.value = ''
}

const dragged = ref<string | null>(null)
function drop(on: number) {
  if (dragged.value) edit({ kind: 'move-state', lifecycle: props.lifecycle.id, state: dragged.value, to: on })
  dragged.value = null
}
const shift = (use: StateUse, by: number) => edit({ kind: 'move-state', lifecycle: props.lifecycle.id, state: use.state, to: states.value.indexOf(use) + by })
const shiftRung = (way: Transition, by: number) => edit({ kind: 'move-transition', lifecycle: props.lifecycle.id, transition: way.id, to: props.lifecycle.transitions.indexOf(way) + by })

const adding = ref(false)
const newState = ref('')
async function addState() {
  const done = newState.value.trim() === '' || (await edit({ kind: 'add-state', lifecycle: props.lifecycle.id, name: newState.value, phase: 'working' }))
  if (done) {
    adding.value = false
    newState.value = ''
  }
}
</script>

<template>
  <div class="score" :style="grid" role="group" :aria-label="`Lifecycle ${lifecycle.name}`">
    <div class="line heads">
      <span />
      <div v-for="(use, index) in states" :key="use.state" class="head-cell" @dragover.prevent @drop="drop(index)">
        <button class="head" :class="[use.phase, { selected: isSelected({ kind: 'state', state: use.state }) }]" draggable="true" :title="`${name(use.state)}: drag, or Alt+← and Alt+→, to reorder`"
          @click="emit('select', { kind: 'state', state: use.state })" @dragstart="dragged = use.state" @keydown.alt.left.prevent="shift(use, -1)" @keydown.alt.right.prevent="shift(use, 1)">
          <b class="clip">{{ findings({ state: use.state }).length ? '▲ ' : '' }}{{ name(use.state) }}</b>
          <small>{{ { working: '◇', review: '◈', issued: '◆', retired: '▱' }[use.phase] }} {{ use.phase }}{{ lifecycle.entry === use.state ? ' · entry' : '' }}</small>
        </button>
      </div>
      <div class="add no-print">
        <form v-if="adding" @submit.prevent="addState"><input v-model="newState" class="field" list="catalogue" placeholder="State’s name" aria-label="Name of the new state" autofocus @keydown.esc.stop="adding = false"></form>
        <button v-else class="plain soft" @click="adding = true">+ add state</button>
        <datalist id="catalogue"><option v-for="state in configuration.states" :key="state.id" :value="state.name" /></datalist>
      </div>
    </div>

    <h2>Facts</h2>
    <div class="line"><span>Content</span>
      <span v-for="use in states" :key="use.state" class="cell"><select class="quiet mono" :value="use.content" :aria-label="`Content in ${name(use.state)}`" @change="change(use, { content: ($event.target as HTMLSelectElement).value as 'open' })"><option>open</option><option>closed</option></select></span>
    </div>
    <div class="line"><span>New revision gives</span>
      <span v-for="use in states" :key="use.state" class="cell"><select class="quiet mono" :value="use.newRevision ?? ''" :aria-label="`New revision in ${name(use.state)}`" @change="change(use, { newRevision: (($event.target as HTMLSelectElement).value || null) as 'minor' | null })"><option value="">–</option><option>minor</option><option>major</option></select></span>
    </div>
    <div class="line"><span>Labels adopted</span>
      <span v-for="use in states" :key="use.state" class="cell"><select class="quiet mono" :value="use.adoption ? 'yes' : ''" :aria-label="`Adoption in ${name(use.state)}`" @change="change(use, { adoption: ($event.target as HTMLSelectElement).value === 'yes' })"><option value="">–</option><option>yes</option></select></span>
    </div>
    <div class="line"><span>Documents here now</span>
      <span v-for="use in states" :key="use.state" class="cell mono"><NuxtLink :to="`/vault?lifecycle=${lifecycle.id}&state=${use.state}`">{{ here(use.state) }}</NuxtLink></span>
    </div>

    <div class="line titles"><h2>Transitions</h2><span class="span" /><h2>Who</h2><h2>Label</h2><h2>When, and then</h2></div>
    <div v-for="way in lifecycle.transitions" :key="way.id" class="line rung" :class="{ selected: isSelected({ kind: 'transition', transition: way.id }) }" @click="emit('select', { kind: 'transition', transition: way.id })">
      <button class="plain clip" @keydown.alt.up.prevent="shiftRung(way, -1)" @keydown.alt.down.prevent="shiftRung(way, 1)"><span v-if="findings({ transition: way.id }).length" class="wrong" :title="findings({ transition: way.id })[0]!.message">▲ </span>{{ way.name }}</button>
      <LifecycleRung class="span" :states="states.map((use) => use.state)" :column="columnWidth" :transition="way" />
      <span class="clip" :class="{ wrong: !way.firedBy?.length }" :title="who(way)">{{ who(way) }}</span>
      <span class="mono">{{ stepWord(way) }}</span>
      <span class="clip soft" :title="whenAndThen(way)">{{ whenAndThen(way) }}</span>
    </div>
    <LifecycleDrawRow class="line no-print" :states="states.map((use) => ({ id: use.state, name: name(use.state) }))" :column="columnWidth" @drawn="(from, to) => emit('drawn', from, to)" />

    <h2>Access</h2>
    <div v-for="principal in principals" :key="principal" class="line">
      <span class="clip">{{ principalName(configuration, principal) }}</span>
      <button v-for="use in states" :key="use.state" class="plain cell rights" :class="{ selected: isSelected({ kind: 'grant', state: use.state, principal }) }" :title="(use.grants[principal] ?? []).join(' ') || 'nothing'" :aria-label="`${principalName(configuration, principal)} in ${name(use.state)}: ${(use.grants[principal] ?? []).join(', ') || 'nothing'}`" @click="emit('select', { kind: 'grant', state: use.state, principal })">
        {{ (use.grants[principal] ?? []).length === 8 ? 'everything' : (use.grants[principal] ?? []).join(' ') || '–' }}
      </button>
    </div>
    <div class="line no-print"><span><select class="quiet soft" aria-label="Add somebody to the access rows" @change="addPrincipal"><option value="">add somebody…</option><option v-for="principal in unused" :key="principal" :value="principal">{{ principalName(configuration, principal) }}</option></select></span></div>
  </div>
</template>

<style scoped>
.score { min-width: calc(156px + var(--columns) * var(--column) + 386px); }
.line { display: grid; grid-template-columns: 156px repeat(var(--columns), var(--column)) minmax(120px, 132px) 62px minmax(180px, 1fr); align-items: center; min-height: var(--row); border-bottom: 1px solid var(--hairline); column-gap: 0; padding-left: 6px; }
.line > * { min-width: 0; padding-right: 8px; }
.heads { border: 0; margin: 10px 0 4px; position: sticky; top: 0; background: var(--paper); z-index: 5; padding-top: 4px; padding-bottom: 4px; }
h2 { padding: 10px 6px 3px; border-bottom: 1px solid var(--ink); }
.titles { border-bottom: 1px solid var(--ink); min-height: 0; }
.titles h2 { border: 0; padding-left: 0; }
.span { grid-column: 2 / calc(var(--columns) + 2); }
.head-cell { padding: 0 3px; }
.head { width: 100%; height: 40px; border: 1px solid var(--ink); border-radius: 2px; background: var(--sheet); display: grid; align-content: center; justify-items: center; cursor: grab; line-height: 16px; padding: 0 4px; }
.head b { max-width: 100%; font-weight: 600; }
.head small { font-size: 10.5px; color: inherit; }
.head.review { background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--tint) 5px 7px); }
.head.issued { background: var(--ink); color: var(--inverse); }
.head.retired { background: var(--paper); color: var(--ink-soft); border-color: var(--ink-faint); }
.head.selected { outline: 2px solid var(--accent); outline-offset: 1px; }
.cell { text-align: center; border-left: 1px dotted var(--line); height: var(--row); display: grid; place-items: center; padding: 0 2px !important; font-size: 12px; }
.rights { font-size: 11px; line-height: 13px; height: 100%; }
.rights:hover, .rung:hover { background: var(--well); }
.rung.selected, .cell.selected { background: var(--tint); }
.quiet { border: 0; background: transparent; color: inherit; appearance: none; text-align: center; text-align-last: center; cursor: pointer; font-size: 12px; padding: 2px 6px; }
.quiet:hover { background: var(--well); }
.quiet option { background: var(--sheet); color: var(--ink); }
.rung { cursor: pointer; }
.rung .span { padding: 0; }
.add { grid-column: calc(var(--columns) + 2); padding-left: 8px; }
</style>

<script setup lang="ts">
import { idOf } from '~~/core/access'
import type { Lifecycle } from '~~/core/configuration'
import type { RowOrder } from '~/composables/useLifecycle'
import type { SheetView } from '~/composables/useSheetQuery'

/**
 * What can be done with a lifecycle as a whole: name it, see it as sheet or map, ask what somebody may do,
 * copy, paste, duplicate, print.
 */
const props = defineProps<{
  lifecycle: Lifecycle
  view: SheetView
  only: string
  order: RowOrder
  marked: string[]
}>()
const emit = defineEmits<{
  view: [view: SheetView]
  only: [principal: string]
  order: [order: RowOrder]
}>()
const { store, configuration, name, edit } = useLifecycle(() => props.lifecycle.id)
const { copied, copy, paste } = useStateClipboard()

const principals = usePrincipals()
const asked = computed(() => principals.value.filter(({ value }) => idOf('person', value) === undefined))
const source = computed(
  () => configuration.value.lifecycles.find(({ id }) => id === copied.value?.source)?.name,
)
async function duplicate() {
  const taken = configuration.value.lifecycles.map((other) => other.name)
  let title = `${props.lifecycle.name} copy`
  for (let n = 2; taken.includes(title); n++) title = `${props.lifecycle.name} copy ${n}`
  const before = new Set(configuration.value.lifecycles.map(({ id }) => id))
  const { scheme: labels, id: like } = props.lifecycle
  if (!(await edit({ kind: 'add-lifecycle', name: title, like, id: labels }))) return
  const made = store.drafted!.lifecycles.find(({ id }) => !before.has(id))
  if (made) await goTo(`/lifecycles/${made.id}`)
}
async function remove() {
  if (await edit({ kind: 'remove-lifecycle', lifecycle: props.lifecycle.id })) await goTo('/lifecycles')
}
const print = () => window.print()
const orders = [
  { value: 'drawn', name: 'as drawn' },
  { value: 'name', name: 'by name' },
  { value: 'from', name: 'by state' },
  { value: 'who', name: 'by who' },
]
</script>

<template>
  <div
    class="bar tools no-print"
    role="toolbar"
    aria-label="Lifecycle"
  >
    <span class="views"
      ><button
        v-for="one in ['sheet', 'map', 'rehearsal'] as const"
        :key="one"
        class="link"
        :aria-pressed="view === one"
        @click="emit('view', one)"
      >
        {{ one }}
      </button></span
    >
    <label v-if="view !== 'rehearsal'"
      >What may
      <CommonPick
        quiet
        :value="only"
        label="Whose transitions are shown"
        empty="everybody"
        :options="asked.map((principal) => ({ value: principal.value, name: principal.name }))"
        @pick="emit('only', $event)"
      />
      do?</label
    >
    <label v-if="view === 'sheet'"
      >Rows
      <CommonPick
        quiet
        :value="order"
        label="Order of the rows"
        :options="orders"
        @pick="emit('order', $event as RowOrder)"
    /></label>
    <span class="grow" />
    <button
      v-if="marked.length"
      class="link"
      @click="copy(lifecycle.id, marked)"
    >
      Copy {{ marked.map(name).join(', ') }}
    </button>
    <button
      v-if="copied"
      class="link"
      @click="paste(lifecycle.id)"
    >
      Paste {{ copied.states.map(name).join(', ') }} from {{ source }}
    </button>
    <button
      class="link"
      @click="duplicate"
    >
      Duplicate
    </button>
    <button
      class="link"
      @click="print"
    >
      Print
    </button>
    <button
      class="link wrong"
      @click="remove"
    >
      Remove
    </button>
  </div>
</template>

<style scoped>
.tools {
  margin-top: 6px;
  color: var(--ink-soft);
}
.views {
  display: flex;
  gap: 10px;
}
.views [aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration-thickness: 2px;
}
.quiet {
  border: 0;
  border-bottom: 1px solid var(--line);
  background: transparent;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.quiet option {
  background: var(--sheet);
}
</style>

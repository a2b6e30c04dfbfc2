<script setup lang="ts">
import { schemeFor } from '~~/core/configuration'
import type { RowOrder } from '~/composables/useLifecycle'
import type { Selection } from '~/composables/useLifecycle'

const route = useRoute()
const id = computed(() => String(route.params.id))
const { store, configuration, lifecycle, name, edit } = useLifecycle(id)
useTitle(() => lifecycle.value?.name ?? 'Lifecycle')
onMounted(() => store.loadCounts())

const selection = computed<Selection>(() => {
  const { state, transition, principal, part } = route.query as Record<string, string>
  if (transition) return { kind: 'transition', transition, ...(part === 'guard' ? { part } : {}) }
  if (state && principal) return { kind: 'grant', state, principal }
  return state ? { kind: 'state', state } : null
})
const fresh = ref('')
function select(next: Selection) {
  const { kind: _kind, ...query } = next ?? { kind: null }
  navigateTo({ query: { ...kept.value, ...(query as Record<string, string>) } }, { replace: true })
}
/** What stays in the address while the selection moves. */
const kept = computed(() =>
  Object.fromEntries(
    ['view', 'only', 'order'].flatMap((key) => (route.query[key] ? [[key, String(route.query[key])]] : [])),
  ),
)
const view = computed(() => (route.query.view === 'map' ? 'map' : 'sheet'))
const only = computed(() => String(route.query.only ?? ''))
const order = computed(() => String(route.query.order ?? 'drawn') as RowOrder)
const set = (key: string, value: string) =>
  navigateTo({ query: { ...route.query, [key]: value || undefined } }, { replace: true })
/** A way that proves a finding, drawn on the sheet. */
const trace = computed(() =>
  route.query.trace
    ? {
        states: String(route.query.trace).split('>'),
        transitions: String(route.query.along ?? '')
          .split('>')
          .filter(Boolean),
      }
    : null,
)

const otherClasses = computed(() =>
  configuration.value.classes.map((other) => ({ value: other.id, name: other.name })),
)
const marked = ref<string[]>([])
const mark = (state: string) =>
  (marked.value = marked.value.includes(state)
    ? marked.value.filter((other) => other !== state)
    : [...marked.value, state])
const { copy, paste } = useStateClipboard()
const copyChosen = () =>
  copy(
    id.value,
    marked.value.length ? marked.value : selection.value?.kind === 'state' ? [selection.value.state] : [],
  )
const transition = computed(() =>
  selection.value?.kind === 'transition'
    ? lifecycle.value?.transitions.find(
        (other) => other.id === (selection.value as { transition: string }).transition,
      )
    : undefined,
)
const use = computed(() =>
  selection.value && selection.value.kind !== 'transition'
    ? lifecycle.value?.states.find((other) => other.state === (selection.value as { state: string }).state)
    : undefined,
)

async function draw(from: string, to: string) {
  const before = new Set(lifecycle.value!.transitions.map((other) => other.id))
  const title = freshName(`${name(from)} to ${name(to)}`)
  if (!(await edit({ kind: 'add-transition', lifecycle: id.value, name: title, from, to }))) return
  const made = lifecycle.value!.transitions.find((other) => !before.has(other.id))
  if (!made) return
  fresh.value = made.id
  select({ kind: 'transition', transition: made.id })
}
function freshName(wanted: string): string {
  const taken = lifecycle.value!.transitions.map((other) => other.name)
  for (let n = 1; ; n++) {
    const title = n === 1 ? wanted : `${wanted} ${n}`
    if (!taken.includes(title)) return title
  }
}

useShortcuts([
  { keys: 'Ctrl+Z', does: 'undo the last edit of the draft', run: () => store.undo() },
  { keys: 'Ctrl+Shift+Z or Ctrl+Y', does: 'redo', run: () => store.redo() },
  {
    keys: 'Ctrl+C',
    does: 'copy the marked states (Shift+click marks) with the transitions between them',
    run: copyChosen,
  },
  { keys: 'Ctrl+V', does: 'paste copied states', run: () => paste(id.value) },
  { keys: 'Alt+←', does: 'move a state or a transition (with →, ↑, ↓)' },
  { keys: 'Enter', does: 'on a dot of the last rung: begin to draw, then arrows, then Enter' },
])
const scheme = computed(() => (lifecycle.value ? schemeFor(configuration.value, lifecycle.value) : undefined))
const classes = computed(
  () => configuration.value?.classes.filter((other) => other.lifecycle === id.value) ?? [],
)
const total = computed(() =>
  Object.values(store.counts[id.value] ?? {}).reduce((sum, count) => sum + count, 0),
)
</script>

<template>
  <div
    v-if="lifecycle"
    class="page"
  >
    <h1>
      <input
        class="name"
        :value="lifecycle.name"
        aria-label="Name of the lifecycle"
        :size="Math.max(12, lifecycle.name.length)"
        @change="
          edit({ kind: 'rename-lifecycle', lifecycle: id, name: ($event.target as HTMLInputElement).value })
        "
        @keydown.enter="($event.target as HTMLElement).blur()"
      />
    </h1>
    <p class="soft">
      <template v-if="classes.length">{{ classes.map((other) => other.name).join(', ') }}</template>
      <CommonPick
        v-else
        class="kept"
        value=""
        empty="no class yet: choose one"
        label="The class whose documents enter here"
        :options="otherClasses"
        @pick="$event && edit({ kind: 'use-lifecycle', class: $event, lifecycle: id })"
      />
      · scheme
      <NuxtLink
        v-if="scheme"
        :to="`/revisions/${scheme.id}`"
        >{{ scheme.name }}</NuxtLink
      >
      · label kept in
      <CommonPick
        class="kept"
        :value="lifecycle.revisionAttribute ?? ''"
        label="Where the label is kept"
        empty="no attribute"
        :options="
          configuration.attributes
            .filter(({ type }) => type === 'text')
            .map((attribute) => ({ value: attribute.id, name: attribute.name }))
        "
        @pick="
          edit({
            kind: 'keep-label',
            lifecycle: id,
            attribute: $event || null,
          })
        "
      />
      · {{ total }} documents
    </p>
    <LifecycleBar
      :lifecycle="lifecycle"
      :view="view"
      :only="only"
      :order="order"
      :marked="marked"
      @view="set('view', $event === 'sheet' ? '' : $event)"
      @only="set('only', $event)"
      @order="set('order', $event === 'drawn' ? '' : $event)"
    />
    <p
      v-if="trace"
      class="wrong no-print"
    >
      The way is numbered on the sheet.
      <button
        class="link"
        @click="select(selection)"
      >
        Hide it
      </button>
    </p>
    <p
      v-if="!lifecycle.states.length"
      class="empty"
    >
      No state yet. Add the first one at the right of the heads, or paste states from another lifecycle;
      documents enter in the first.
    </p>
    <LazyLifecycleMap
      v-if="view === 'map' && lifecycle.states.length"
      :lifecycle="lifecycle"
      :selection="selection"
      :only="only"
      @select="select"
      @drawn="draw"
    />
    <LifecycleSheet
      v-else-if="view === 'sheet'"
      :lifecycle="lifecycle"
      :selection="selection"
      :only="only"
      :order="order"
      :marked="marked"
      :trace="trace"
      @select="select"
      @drawn="draw"
      @mark="mark"
    />
    <LifecycleGuardTray
      v-if="transition && selection?.kind === 'transition' && selection.part"
      :lifecycle="lifecycle"
      :transition="transition"
      @close="select(null)"
    />
    <LifecycleTransitionTray
      v-else-if="transition"
      :key="transition.id"
      :lifecycle="lifecycle"
      :transition="transition"
      :fresh="fresh === transition.id"
      @close="select(null)"
    />
    <LifecycleGrantTray
      v-else-if="use && selection?.kind === 'grant'"
      :lifecycle="lifecycle"
      :use="use"
      :principal="selection.principal"
      @close="select(null)"
    />
    <LifecycleStateTray
      v-else-if="use"
      :key="use.state"
      :lifecycle="lifecycle"
      :use="use"
      :fresh="false"
      @close="select(null)"
    />
  </div>
  <div
    v-else
    class="empty"
  >
    There is no lifecycle “{{ id }}”. <NuxtLink to="/lifecycles">See all lifecycles</NuxtLink>.
  </div>
</template>

<style scoped>
select.kept {
  border: 0;
  border-bottom: 1px solid var(--line);
  background: transparent;
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.name {
  font: inherit;
  color: inherit;
  border: 0;
  border-bottom: 1px solid transparent;
  background: transparent;
  padding: 0;
}
.name:hover,
.name:focus {
  border-bottom-color: var(--line);
}
</style>

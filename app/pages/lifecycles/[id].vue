<script lang="ts">
// A map that is opened by its address: what draws it is fetched while the rest is.
if (new URLSearchParams(window.location.search).get('view') === 'map') {
  void import('~/composables/useMapLayout')
  void import('~/components/lifecycle/LifecycleMap.vue')
}
</script>

<script setup lang="ts">
import { useTimeoutFn, whenever } from '@vueuse/core'

const route = useRoute()
const id = computed(() => String(route.params.id))
const { store, lifecycle, name, edit } = useLifecycle(id)
useTitle(() => lifecycle.value?.name ?? 'Lifecycle')
onMounted(() => store.loadCounts())
// The tray with its editors is fetched once the sheet stands, or when something is selected before.
whenever(useCalm(), () => void import('~/components/lifecycle/Tray.vue'), { immediate: true })
// While its sheet is looked at, the map is laid out, so that it is there when it is asked for.
useTimeoutFn(async () => {
  const { layoutMap } = await import('~/composables/useMapLayout')
  if (lifecycle.value?.states.length) await layoutMap(lifecycle.value)
}, 1500)

const { selection, select, view, only, order, trace, set } = useSheetQuery()
const fresh = ref('')
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
const total = computed(() =>
  Object.values(store.counts[id.value] ?? {}).reduce((sum, count) => sum + count, 0),
)
</script>

<template>
  <div
    v-if="lifecycle"
    class="page"
  >
    <LifecycleHeader
      :lifecycle="lifecycle"
      :documents="total"
    />
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
    <LazyRehearsalView
      v-if="view === 'rehearsal'"
      :key="id"
      :lifecycle="lifecycle"
    />
    <LazyLifecycleTray
      v-else-if="selection"
      :lifecycle="lifecycle"
      :selection="selection"
      :fresh="fresh"
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

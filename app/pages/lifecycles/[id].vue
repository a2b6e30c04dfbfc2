<script setup lang="ts">
import { schemeFor } from '~~/core/lifecycle'
import type { Selection } from '~/composables/useLifecycle'

const route = useRoute()
const id = computed(() => String(route.params.id))
const { store, configuration, lifecycle, name, edit } = useLifecycle(id)
useTitle(() => lifecycle.value?.name ?? 'Lifecycle')
onMounted(() => store.loadCounts())

const selection = computed<Selection>(() => {
  const { state, transition, principal } = route.query as Record<string, string>
  if (transition) return { kind: 'transition', transition }
  if (state && principal) return { kind: 'grant', state, principal }
  return state ? { kind: 'state', state } : null
})
const fresh = ref('')
function select(next: Selection) {
  const { kind: _kind, ...query } = next ?? { kind: null }
  navigateTo({ query: query as Record<string, string> }, { replace: true })
}
const way = computed(() => (selection.value?.kind === 'transition' ? lifecycle.value?.transitions.find((other) => other.id === (selection.value as { transition: string }).transition) : undefined))
const use = computed(() => (selection.value && selection.value.kind !== 'transition' ? lifecycle.value?.states.find((other) => other.state === (selection.value as { state: string }).state) : undefined))

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
  { keys: 'Alt+←', does: 'move a state or a transition (with →, ↑, ↓)' },
  { keys: 'Enter', does: 'on a dot of the last rung: begin to draw, then arrows, then Enter' },
])
const scheme = computed(() => (lifecycle.value ? schemeFor(configuration.value, lifecycle.value) : undefined))
const classes = computed(() => configuration.value?.classes.filter((other) => other.lifecycle === id.value) ?? [])
const total = computed(() => Object.values(store.counts[id.value] ?? {}).reduce((sum, count) => sum + count, 0))
</script>

<template>
  <div v-if="lifecycle" class="page">
    <h1>{{ lifecycle.name }}</h1>
    <p class="soft">{{ classes.map((other) => other.name).join(', ') || 'no class yet' }} · scheme <b>{{ scheme?.name }}</b> · {{ total }} documents</p>
    <LifecycleSheet :lifecycle="lifecycle" :selection="selection" @select="select" @drawn="draw" />
    <LifecycleTransitionTray v-if="way" :key="way.id" :lifecycle="lifecycle" :transition="way" :fresh="fresh === way.id" @close="select(null)" />
    <LifecycleGrantTray v-else-if="use && selection?.kind === 'grant'" :lifecycle="lifecycle" :use="use" :principal="selection.principal" @close="select(null)" />
    <LifecycleStateTray v-else-if="use" :key="use.state" :lifecycle="lifecycle" :use="use" :fresh="false" @close="select(null)" />
  </div>
  <div v-else class="empty">There is no lifecycle “{{ id }}”. <NuxtLink to="/lifecycles">See all lifecycles</NuxtLink>.</div>
</template>

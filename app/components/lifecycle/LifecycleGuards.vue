<script setup lang="ts">
import type { Lifecycle, Transition } from '~~/core/configuration'
import type { Selection } from '~/composables/useLifecycle'

/** A row for each guard that stands on the sheet: where it is asked, and where else in the configuration. */
const props = defineProps<{ lifecycle: Lifecycle }>()
const emit = defineEmits<{ select: [selection: Selection] }>()
const { configuration, name } = useLifecycle(() => props.lifecycle.id)

const guards = computed(() => {
  const rows = new Map<string, Transition[]>()
  for (const transition of props.lifecycle.transitions)
    if (transition.guard) rows.set(transition.guard, [...(rows.get(transition.guard) ?? []), transition])
  return [...rows].map(([text, transitions]) => ({
    text,
    transitions,
    elsewhere: configuration.value.lifecycles
      .filter(
        (other) => other.id !== props.lifecycle.id && other.transitions.some(({ guard }) => guard === text),
      )
      .map((other) => other.name),
  }))
})
/** The columns, with their names. */
const states = computed(() => props.lifecycle.states.map(({ state }) => ({ state, name: name(state) })))
</script>

<template>
  <template v-if="guards.length">
    <h2>Guards</h2>
    <LifecycleSeenRows
      :rows="guards"
      :key-of="({ text }) => text"
    >
      <template #default="{ row }">
        <LifecycleGuardRow
          :guard="row"
          :states="states"
          @select="emit('select', { kind: 'transition', transition: row.transitions[0]!.id, part: 'guard' })"
        />
      </template>
    </LifecycleSeenRows>
  </template>
</template>

<style scoped>
h2 {
  padding: 10px 6px 3px;
  border-bottom: 1px solid var(--ink);
}
</style>

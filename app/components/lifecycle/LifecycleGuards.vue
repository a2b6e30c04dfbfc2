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
const asked = (transitions: Transition[], state: string) =>
  transitions
    .filter(({ from }) => from.includes(state))
    .map((transition) => transition.name)
    .join(', ')
</script>

<template>
  <template v-if="guards.length">
    <h2>Guards</h2>
    <div
      v-for="{ text, transitions, elsewhere } in guards"
      :key="text"
      class="line"
    >
      <button
        class="plain clip"
        :aria-label="`Guard ${text}`"
        @click="emit('select', { kind: 'transition', transition: transitions[0]!.id, part: 'guard' })"
      >
        {{ transitions.map((transition) => transition.name).join(', ') }}
      </button>
      <span
        v-for="use in lifecycle.states"
        :key="use.state"
        class="cell"
        :title="asked(transitions, use.state) && `${asked(transitions, use.state)} in ${name(use.state)}`"
        >{{ asked(transitions, use.state) ? 'asked' : '' }}</span
      >
      <span
        class="in-words clip"
        :title="text"
        ><code>{{ text }}</code
        ><span
          v-if="elsewhere.length"
          class="soft"
        >
          also in {{ elsewhere.join(', ') }}</span
        ></span
      >
    </div>
  </template>
</template>

<style scoped>
.cell {
  font-size: 11px;
  line-height: 13px;
  overflow: hidden;
}
h2 {
  padding: 10px 6px 3px;
  border-bottom: 1px solid var(--ink);
}
</style>

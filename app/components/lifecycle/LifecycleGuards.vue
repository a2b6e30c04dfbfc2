<script setup lang="ts">
import type { Lifecycle, Transition } from '~~/core/lifecycle'
import type { Selection } from '~/composables/useLifecycle'

/** A row for each guard that stands on the sheet: where it is asked, and where else in the configuration. */
const props = defineProps<{ lifecycle: Lifecycle }>()
const emit = defineEmits<{ select: [selection: Selection] }>()
const { configuration, name } = useLifecycle(() => props.lifecycle.id)

const guards = computed(() => {
  const rows = new Map<string, Transition[]>()
  for (const way of props.lifecycle.transitions)
    if (way.guard) rows.set(way.guard, [...(rows.get(way.guard) ?? []), way])
  return [...rows].map(([text, ways]) => ({
    text,
    ways,
    elsewhere: configuration.value.lifecycles
      .filter(
        (other) => other.id !== props.lifecycle.id && other.transitions.some(({ guard }) => guard === text),
      )
      .map((other) => other.name),
  }))
})
const asked = (ways: Transition[], state: string) =>
  ways
    .filter(({ from }) => from.includes(state))
    .map((way) => way.name)
    .join(', ')
</script>

<template>
  <template v-if="guards.length">
    <h2>Guards</h2>
    <div
      v-for="{ text, ways, elsewhere } in guards"
      :key="text"
      class="line"
    >
      <button
        class="plain clip"
        :aria-label="`Guard ${text}`"
        @click="emit('select', { kind: 'transition', transition: ways[0]!.id, part: 'guard' })"
      >
        {{ ways.map((way) => way.name).join(', ') }}
      </button>
      <span
        v-for="use in lifecycle.states"
        :key="use.state"
        class="cell"
        :title="asked(ways, use.state) && `${asked(ways, use.state)} in ${name(use.state)}`"
        >{{ asked(ways, use.state) ? 'asked' : '' }}</span
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

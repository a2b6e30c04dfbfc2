<script setup lang="ts">
import type { ChainedEntry } from '~~/core/audit'
import { type Lifecycle, stateName, type Configuration } from '~~/core/configuration'
import type { PossibleAct } from '~~/shared/answers'
import { dayOf } from '~/format'

/** A document’s lifecycle as a strip: where it has been, where it stands since when, where it can go. */
const props = defineProps<{
  lifecycle: Lifecycle
  configuration: Configuration
  state: string
  since: string
  trail: ChainedEntry[]
  acts: PossibleAct[]
}>()
/** The day on which it last came to each state that it has left, by the state’s name. */
const been = computed(() => {
  const days = new Map<string, string>()
  for (const { after, at } of props.trail.toReversed()) {
    const state = after ? (JSON.parse(after) as { state?: unknown }).state : undefined
    if (typeof state === 'string') days.set(state, dayOf(at))
  }
  return days
})
/** The transitions that lead to each state from here, and whether one of them is open. */
const ways = (to: string) => props.acts.filter(({ transition }) => transition.to === to)
const cells = computed(() =>
  props.lifecycle.states.map(({ state, phase }) => {
    const name = stateName(props.configuration, state)
    const to = state === props.state ? [] : ways(state)
    return {
      ...{ state, phase, name, here: state === props.state, been: been.value.get(name) },
      to: to.map(({ transition }) => transition.name).join(', '),
      isOpen: to.some(({ decision }) => decision.ok),
      round: to.find(({ round }) => round?.signed)?.round,
    }
  }),
)
</script>

<template>
  <ol
    class="strip"
    :aria-label="`${lifecycle.name}: where it has been and can go`"
  >
    <li
      v-for="cell in cells"
      :key="cell.state"
      :class="[cell.phase, { here: cell.here, been: cell.been && !cell.here, open: cell.isOpen }]"
      :aria-current="cell.here ? 'step' : undefined"
    >
      <span class="name clip">{{ cell.name }}</span>
      <span class="mono day clip">
        <template v-if="cell.here">since {{ dayOf(since) }}</template>
        <template v-else-if="cell.to">{{ cell.isOpen ? '→' : '·' }} {{ cell.to }}</template>
        <template v-else-if="cell.been">{{ cell.been }}</template>
        <template v-if="cell.round"> {{ cell.round.signed }} of {{ cell.round.needed }}</template>
      </span>
    </li>
  </ol>
</template>

<style scoped>
.strip {
  display: flex;
  list-style: none;
  margin: 0 0 14px;
  padding: 0;
  border: 1px solid var(--hairline);
  background: var(--sheet);
  overflow: auto;
}
li {
  flex: 1 1 0;
  min-width: 92px;
  padding: 4px 10px 5px;
  border-left: 1px solid var(--hairline);
  border-top: 3px solid transparent;
  display: grid;
  color: var(--ink-faint);
}
.been {
  border-top-color: var(--line);
  color: var(--ink-soft);
}
.open {
  color: var(--ink);
}
.here {
  border-top-color: var(--ink);
  background: var(--tint);
  color: var(--ink);
}
.here .name {
  font-weight: 600;
}
.day {
  font-size: 11px;
}
</style>

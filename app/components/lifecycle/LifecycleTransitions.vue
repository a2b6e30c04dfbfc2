<script setup lang="ts">
import {
  type Lifecycle,
  mayFire,
  stepWord,
  type Transition,
  whenAndThen,
  whoFires,
} from '~~/core/configuration'
import type { RowOrder, Selection } from '~/composables/useLifecycle'

/**
 * The transitions of a lifecycle as rungs on its columns, each with who fires it, what the label does, when
 * and what follows.
 */
const props = defineProps<{
  lifecycle: Lifecycle
  selection: Selection
  only: string
  order: RowOrder
  trace: { transitions: string[] } | null
  column: number
}>()
const emit = defineEmits<{ select: [selection: Selection]; drawn: [from: string, to: string] }>()
const { configuration, name, findings, edit } = useLifecycle(() => props.lifecycle.id)

/** The same list as long as the states are the same, so that rungs are drawn anew only when they change. */
const columns = computed<string[]>((old) => {
  const ids = props.lifecycle.states.map((use) => use.state)
  return old?.join(' ') === ids.join(' ') ? old : ids
})
const isChosen = ({ id }: Transition) =>
  props.selection?.kind === 'transition' && props.selection.transition === id
const place = (state: string) => columns.value.indexOf(state)
const orders: Record<Exclude<RowOrder, 'drawn'>, (a: Transition, b: Transition) => number> = {
  name: (a, b) => a.name.localeCompare(b.name),
  from: (a, b) => place(a.from[0]!) - place(b.from[0]!) || place(a.to) - place(b.to),
  who: (a, b) => who(a).localeCompare(who(b)),
}
const shown = computed(() => {
  const rows = props.lifecycle.transitions.filter((row) => !props.only || mayFire(props.only, row))
  return props.order === 'drawn' ? rows : [...rows].sort(orders[props.order])
})
const who = (transition: Transition) => whoFires(configuration.value, transition)
const words = (transition: Transition) => whenAndThen(configuration.value, transition)
const findingsOf = ({ id }: Transition) => findings({ transition: id })
const said = (transition: Transition) =>
  findingsOf(transition)
    .map(({ message }) => message)
    .join('\n')
const isWrong = (transition: Transition) => findingsOf(transition)[0]?.severity === 'error'
const step = ({ id }: Transition) => (props.trace?.transitions.indexOf(id) ?? -1) + 1
const shift = (transition: Transition, by: number) =>
  edit({
    kind: 'move-transition',
    lifecycle: props.lifecycle.id,
    transition: transition.id,
    to: props.lifecycle.transitions.indexOf(transition) + by,
  })
const drawStates = computed(() => columns.value.map((id) => ({ id, name: name(id) })))
const chosen = computed(() => shown.value.findIndex(isChosen))
</script>

<template>
  <div class="line titles">
    <h2>Transitions</h2>
    <span class="span" />
    <h2>Who</h2>
    <h2>Label</h2>
    <h2>When, and then</h2>
  </div>
  <LifecycleSeenRows
    :rows="shown"
    :key-of="({ id }) => id"
    :chosen="chosen"
  >
    <template #behind
      ><LifecycleHairlines
        :columns="columns"
        :column="column"
    /></template>
    <template #default="{ row: transition }">
      <LifecycleTransitionRow
        :transition="transition"
        :columns="columns"
        :column="column"
        :chosen="isChosen(transition)"
        :step="step(transition)"
        :said="said(transition)"
        :wrong="isWrong(transition)"
        :who="who(transition)"
        :label="stepWord(configuration, lifecycle, transition)"
        :words="words(transition)"
        @select="emit('select', { kind: 'transition', transition: transition.id })"
        @shift="shift(transition, $event)"
      />
    </template>
  </LifecycleSeenRows>
  <p
    v-if="only && !shown.length"
    class="none soft"
  >
    No transition here is for them.
  </p>
  <LifecycleDrawRow
    class="line no-print"
    :states="drawStates"
    :column="column"
    @drawn="(from, to) => emit('drawn', from, to)"
  />
</template>

<style scoped>
h2 {
  padding: 10px 6px 3px 0;
}
h2:first-child {
  padding-left: 0;
}
.titles {
  border-bottom: 1px solid var(--ink);
  min-height: 0;
}
.span {
  grid-column: 2 / calc(var(--columns) + 2);
}
.none {
  padding: 4px 6px;
}
</style>

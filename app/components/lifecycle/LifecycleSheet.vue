<script setup lang="ts">
import { type Lifecycle, stepWord, whoFires } from '~~/core/configuration'
import type { RowOrder, Selection } from '~/composables/useLifecycle'

/**
 * A lifecycle on one set of columns: heads, facts, transitions as rungs, guards, access. `only` shows what
 * one principal may do; a trace is drawn on it.
 */
const props = defineProps<{
  lifecycle: Lifecycle
  selection: Selection
  only: string
  order: RowOrder
  marked: string[]
  trace: { states: string[]; transitions: string[] } | null
}>()
const emit = defineEmits<{
  select: [selection: Selection]
  drawn: [from: string, to: string]
  mark: [state: string]
}>()
const { configuration, name } = useLifecycle(() => props.lifecycle.id)

const sheet = ref<HTMLElement>()
const width = useWidth(sheet)
/** Pixels that a character takes in a head, in the label's column and in a row's words. */
const inHead = 7.6
const inLabel = 7.8
const inRow = 7.2
/** Beside the columns: names at the left, and some words at the end. */
const besides = beforeColumns + 180
const longest = (texts: string[]) => Math.max(0, ...texts.map((text) => text.length))
const labelWidth = computed(() => {
  const words = props.lifecycle.transitions.map((entry) =>
    stepWord(configuration.value, props.lifecycle, entry),
  )
  return Math.max(62, Math.ceil(longest(words) * inLabel) + 10)
})
const whoWidth = computed(() => {
  const words = props.lifecycle.transitions.map((entry) => whoFires(configuration.value, entry))
  return Math.max(64, Math.min(132, Math.ceil(longest(words) * inRow) + 12))
})
/** As wide as the longest name, as far as there is room; narrower where there are many states. */
const columnWidth = computed(() => {
  const states = props.lifecycle.states.map(({ state }) => name(state))
  const wanted = Math.min(220, Math.max(104, longest(states) * inHead + 34))
  const room = Math.floor(
    (width.value - besides - labelWidth.value - whoWidth.value) / Math.max(1, states.length),
  )
  return Math.max(100, Math.min(wanted, room))
})
provideColumnsInSight(
  () => props.lifecycle.states.length,
  () => columnWidth.value,
)
const grid = computed(() => ({
  '--columns': props.lifecycle.states.length,
  '--column': `${columnWidth.value}px`,
  '--label': `${labelWidth.value}px`,
  '--who': `${whoWidth.value}px`,
}))

/** So many rows fill a screen: what stands below more of them is drawn once those stand. */
const inSight = 24
const isCalm = useCalm()
const isWhole = computed(
  () => isCalm.value || props.lifecycle.transitions.length <= inSight || props.selection !== null,
)

/** What is selected stays in sight above the tray. */
watch(
  () => props.selection,
  () => nextTick(() => document.querySelector('.score .selected')?.scrollIntoView({ block: 'nearest' })),
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <div
    ref="sheet"
    class="score"
    :style="grid"
    role="group"
    :aria-label="`Lifecycle ${lifecycle.name}`"
  >
    <LifecycleHeads
      :lifecycle="lifecycle"
      :selection="selection"
      :marked="marked"
      :trace="trace"
      @select="emit('select', $event)"
      @mark="emit('mark', $event)"
    />
    <LifecycleFacts :lifecycle="lifecycle" />
    <LifecycleTransitions
      :lifecycle="lifecycle"
      :selection="selection"
      :only="only"
      :order="order"
      :trace="trace"
      :column="columnWidth"
      @select="emit('select', $event)"
      @drawn="(from, to) => emit('drawn', from, to)"
    />
    <template v-if="isWhole">
      <LifecycleGuards
        :lifecycle="lifecycle"
        @select="emit('select', $event)"
      />
      <LifecycleAccess
        :lifecycle="lifecycle"
        :selection="selection"
        :only="only"
        @select="emit('select', $event)"
      />
    </template>
  </div>
</template>

<style scoped>
.score {
  min-width: calc(156px + var(--columns) * var(--column) + var(--who) + var(--label) + 180px);
}
</style>

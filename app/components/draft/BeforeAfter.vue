<script setup lang="ts">
import { type Configuration, stateName } from '~~/core/configuration'
import { columnsOf, type Pair, stateRows, transitionRows, useOf } from './pairs'

/** What the draft changes in lifecycles, before and after on the same columns. Only rows that differ are shown. */
const props = defineProps<{ before: Configuration; after: Configuration }>()

const pairs = computed(() =>
  props.after.lifecycles.flatMap((now) => {
    const was = props.before.lifecycles.find(({ id }) => id === now.id)
    return was && JSON.stringify(was) !== JSON.stringify(now)
      ? [{ was, now, columns: columnsOf(was, now) }]
      : []
  }),
)

const name = (state: string) => stateName(props.after, state)
const rowsOf = (pair: Pair) => stateRows(props.after, pair)
const transitionsOf = (pair: Pair) => transitionRows(props.before, props.after, pair)
</script>

<template>
  <section
    v-for="pair in pairs"
    :key="pair.now.id"
    class="score"
    :style="{ '--columns': pair.columns.length, '--column': '128px' }"
    :aria-label="`${pair.now.name}, before and after`"
  >
    <div class="line heads">
      <b class="clip">{{ pair.now.name }}</b><span
        v-for="state in pair.columns"
        :key="state"
        class="cell"
        ><del v-if="!useOf(pair.now, state)">{{ name(state) }}</del
        ><ins v-else-if="!useOf(pair.was, state)">{{ name(state) }}</ins
        ><b
          v-else
          class="clip"
          >{{ name(state) }}</b
        ></span
      >
    </div>
    <div
      v-for="row in rowsOf(pair)"
      :key="row.name"
      class="line"
    >
      <span class="clip">{{ row.name }}</span><span
        v-for="(cell, index) in row.cells"
        :key="index"
        class="cell both"
        :title="cell.was === cell.now ? cell.now : `was ${cell.was || 'not there'}`"
        ><template v-if="cell.was !== cell.now && cell.was && cell.now"
          ><del>{{ cell.was }}</del
          ><ins>{{ cell.now }}</ins></template
        ><span
          v-else
          class="soft"
          >{{ cell.now }}</span
        ></span
      >
    </div>
    <div
      v-for="transition in transitionsOf(pair)"
      :key="transition.key"
      class="line"
    >
      <del
        v-if="!transition.fresh"
        class="clip"
        >{{ transition.name }}</del><ins
        v-else-if="!transition.old"
        class="clip"
        >{{ transition.name }}</ins
      ><span
        v-else
        class="clip"
        >{{ transition.name }}</span
      >
      <span class="rungs"
        ><LifecycleRung
          v-if="transition.old"
          :states="pair.columns"
          :column="128"
          :transition="transition.old"
          faint /><LifecycleRung
          v-if="transition.fresh"
          class="over"
          :states="pair.columns"
          :column="128"
          :transition="transition.fresh"
      /></span>
      <span
        class="in-words clip"
        :title="transition.words"
        >{{ transition.words }}</span
      >
    </div>
  </section>
</template>

<style scoped>
.score {
  margin-top: 10px;
  overflow-x: auto;
  border-top: 1px solid var(--ink);
}
.score .line {
  grid-template-columns: 140px repeat(var(--columns), var(--column)) minmax(160px, 1fr);
}
.score .cell {
  overflow: hidden;
  white-space: nowrap;
}
.score .both {
  display: flex;
  flex-direction: column;
  justify-content: center;
  align-items: center;
  height: auto;
  min-height: var(--row);
  white-space: normal;
  font-size: 11px;
  line-height: 14px;
}
.both > * {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
}
.score .rungs {
  grid-column: 2 / calc(var(--columns) + 2);
  position: relative;
  padding: 0;
  height: 28px;
}
.over {
  position: absolute;
  inset: 0;
}
del {
  color: var(--ink-soft);
}
ins {
  text-decoration: none;
  border-bottom: 2px solid var(--accent);
  font-weight: 600;
}
</style>

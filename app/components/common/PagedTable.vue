<script setup lang="ts" generic="Row">
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { FetchPage } from '~/composables/usePages'
import type { Column } from './column'

/** A table of any length: rows come from the server a page at a time, and only those in sight are drawn. */
const props = defineProps<{
  columns: Column[]
  label: string
  /** Fetches rows; called anew whenever `query` changes. */
  fetchPage: FetchPage<Row>
  query: object
  keyOf: (row: Row) => string
  selected?: string | null
  sort?: string
  descending?: boolean
  rowHeight?: number
}>()
const emit = defineEmits<{
  select: [row: Row]
  open: [row: Row]
  mark: [row: Row]
  sort: [key: string]
  total: [count: number]
}>()

const { total, loading, pages, fetch, fetchAnew, rowAt, indexOf } = usePages<Row>(
  (offset, limit, after) => props.fetchPage(offset, limit, after),
  (count) => emit('total', count),
)
/** Fetches what is in sight anew, leaving it in place until the answer is there. */
const refresh = () => fetchAnew(virtual.value.getVirtualItems().map((item) => item.index))
watch(
  () => JSON.stringify(props.query),
  () => {
    pages.clear()
    scroller.value?.scrollTo({ top: 0 })
    refresh()
  },
)

const scroller = ref<HTMLElement>()
const height = computed(() => props.rowHeight ?? 30)
const virtual = useVirtualizer(
  computed(() => ({
    count: total.value,
    getScrollElement: () => scroller.value ?? null,
    estimateSize: () => height.value,
    overscan: 12,
  })),
)
const items = computed(() =>
  virtual.value.getVirtualItems().map((item) => ({ ...item, row: rowAt(item.index) })),
)
watch(items, (list) => list.forEach((item) => fetch(item.index)))
onMounted(() => fetch(0))

const template = computed(() => props.columns.map((column) => column.width).join(' '))
const selectedIndex = computed(() => indexOf((row) => props.keyOf(row) === props.selected))
function move(to: number) {
  const index = Math.max(0, Math.min(total.value - 1, to))
  virtual.value.scrollToIndex(index)
  const row = rowAt(index)
  if (row) emit('select', row)
}
function keys(event: KeyboardEvent) {
  const jumps: Record<string, number> = {
    ArrowDown: selectedIndex.value + 1,
    ArrowUp: selectedIndex.value - 1,
    PageDown: selectedIndex.value + 15,
    PageUp: selectedIndex.value - 15,
    Home: 0,
    End: total.value - 1,
  }
  const row = rowAt(selectedIndex.value)
  if (event.key in jumps && event.target === scroller.value) move(jumps[event.key]!)
  else if (event.target !== scroller.value) return
  else if (event.key === 'Enter' && row) emit('open', row)
  else if (event.key === ' ' && row) emit('mark', row)
  else return
  event.preventDefault()
}
defineExpose({ refresh })
</script>

<template>
  <div
    class="table"
    role="table"
    :aria-label="label"
    :aria-rowcount="total + 1"
  >
    <CommonTableHead
      :columns="columns"
      :sort="sort"
      :descending="descending"
      :template="template"
      @sort="emit('sort', $event)"
    />
    <div
      ref="scroller"
      class="scroller"
      tabindex="0"
      role="rowgroup"
      :aria-label="`${label}, rows`"
      @keydown="keys"
    >
      <div :style="{ height: `${virtual.getTotalSize()}px`, position: 'relative' }">
        <div
          v-for="item in items"
          :key="item.index"
          role="row"
          class="row"
          :class="{ selected: item.row && keyOf(item.row) === selected }"
          :aria-rowindex="item.index + 2"
          :aria-selected="item.row && keyOf(item.row) === selected"
          :style="{
            gridTemplateColumns: template,
            height: `${height}px`,
            transform: `translateY(${item.start}px)`,
          }"
          @click="item.row && emit('select', item.row)"
          @dblclick="item.row && emit('open', item.row)"
        >
          <template v-if="item.row"
            ><span
              v-for="column in columns"
              :key="column.key"
              role="cell"
              class="clip"
              :class="{ right: column.right }"
              ><slot
                :name="column.key"
                :row="item.row" /></span
          ></template>
          <span
            v-else
            class="soft"
            >…</span
          >
        </div>
      </div>
      <div
        v-if="total === 0"
        role="row"
      >
        <div role="cell">
          <slot
            v-if="!loading"
            name="empty"
          />
        </div>
      </div>
    </div>
  </div>
</template>

<style scoped>
.table {
  display: flex;
  flex-direction: column;
  min-height: 0;
  height: 100%;
}
.scroller {
  overflow-y: scroll;
  flex: 1;
  min-height: 0;
  scrollbar-width: thin;
}
.scroller:focus-visible {
  outline: 1px solid var(--accent);
  outline-offset: 0;
}
.scroller:focus-visible .row.selected {
  box-shadow: inset 3px 0 var(--accent);
}
.row {
  position: absolute;
  left: 0;
  right: 0;
  display: grid;
  column-gap: 10px;
  align-items: center;
  padding: 0 8px;
  border-bottom: 1px solid var(--hairline);
  cursor: default;
}
.row:hover {
  background: var(--well);
}
.row.selected {
  background: var(--tint);
}
</style>

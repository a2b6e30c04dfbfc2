<script setup lang="ts" generic="Row">
import { useVirtualizer } from '@tanstack/vue-virtual'

export interface Column {
  key: string
  label: string
  width: string
  right?: boolean
  sort?: boolean
}

/** A table of any length: rows come from the server a page at a time, and only those in sight are drawn. */
const props = defineProps<{
  columns: Column[]
  label: string
  /** Fetches rows; called anew whenever `query` changes. */
  fetchPage: (offset: number, limit: number) => Promise<{ total: number; rows: Row[] }>
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

const size = 100
const pages = shallowReactive(new Map<number, Row[]>())
const asked = new Set<number>()
const total = ref(0)
const loading = ref(true)
let generation = 0

async function fetch(page: number) {
  if (asked.has(page)) return
  asked.add(page)
  const mine = generation
  const answer = await props.fetchPage(page * size, size).catch(() => null)
  if (mine !== generation || !answer) return
  total.value = answer.total
  loading.value = false
  pages.set(page, answer.rows)
  emit('total', answer.total)
}
/** Fetches what is in sight anew, leaving it in place until the answer is there. */
async function refresh() {
  generation++
  asked.clear()
  const inSight = new Set(virtual.value.getVirtualItems().map((item) => Math.floor(item.index / size)))
  for (const page of [...pages.keys()]) if (!inSight.has(page)) pages.delete(page)
  await Promise.all([...new Set([0, ...inSight])].map(fetch))
}
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
  virtual.value
    .getVirtualItems()
    .map((item) => ({ ...item, row: pages.get(Math.floor(item.index / size))?.[item.index % size] })),
)
watch(items, (list) => list.forEach((item) => fetch(Math.floor(item.index / size))))
onMounted(() => fetch(0))

const template = computed(() => props.columns.map((column) => column.width).join(' '))
const rowAt = (index: number) => pages.get(Math.floor(index / size))?.[index % size]
const selectedIndex = computed(() => {
  for (const [page, rows] of pages) {
    const index = rows.findIndex((row) => props.keyOf(row) === props.selected)
    if (index >= 0) return page * size + index
  }
  return -1
})
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
    <div
      class="head"
      role="row"
      :style="{ gridTemplateColumns: template }"
    >
      <span
        v-for="column in columns"
        :key="column.key"
        role="columnheader"
        :class="{ right: column.right }"
        :aria-sort="sort === column.key ? (descending ? 'descending' : 'ascending') : undefined"
      >
        <button
          v-if="column.sort"
          class="plain"
          @click="emit('sort', column.key)"
        >
          {{ column.label }}<span v-if="sort === column.key">{{ descending ? ' ↓' : ' ↑' }}</span>
        </button>
        <template v-else>{{ column.label }}</template>
      </span>
    </div>
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
      <div v-if="!loading && total === 0"><slot name="empty" /></div>
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
.head {
  display: grid;
  column-gap: 10px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--ink);
  font-size: 11px;
  letter-spacing: 0.08em;
  text-transform: uppercase;
  font-weight: 600;
  color: var(--ink-soft);
  overflow-y: scroll;
  scrollbar-width: thin;
  scrollbar-color: transparent transparent;
}
.head button {
  text-transform: inherit;
  letter-spacing: inherit;
  font-weight: inherit;
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

<script setup lang="ts" generic="Row">
import { elementScroll, useVirtualizer, type Virtualizer } from '@tanstack/vue-virtual'
import { useEventListener, useResizeObserver } from '@vueuse/core'

/** Rows of one height in a page that scrolls: where there are many, only those in sight are drawn, and all in print. */
const props = defineProps<{ rows: Row[]; keyOf: (row: Row) => string; chosen?: number }>()

/** Up to so many rows are drawn all at once. */
const few = 60
/** So many are drawn beyond those in sight, once these stand. */
const overscan = 8
/** What about stands above the first rows of a page, in pixels: until it is known how many are in sight. */
const above = 320
/** A row with its hairline, in pixels. */
const height = 29

const holder = ref<HTMLElement>()
const scroller = shallowRef<HTMLElement | null>(null)
const margin = ref(0)
const isPrinting = ref(false)
useEventListener('beforeprint', () => (isPrinting.value = true))
useEventListener('afterprint', () => (isPrinting.value = false))

/** How far down the page the rows begin. */
function measure() {
  if (!holder.value || !scroller.value) return
  const top = holder.value.getBoundingClientRect().top - scroller.value.getBoundingClientRect().top
  margin.value = top + scroller.value.scrollTop
}
onMounted(() => (scroller.value = holder.value!.closest('main')))
useResizeObserver(() => holder.value?.parentElement, measure)

/** Tells the size of what scrolls once it is laid out: to ask for it earlier would lay the page out twice. */
function whenLaidOut(
  { scrollElement }: Virtualizer<HTMLElement, Element>,
  tell: (size: { width: number; height: number }) => void,
) {
  if (!scrollElement) return
  const observer = new ResizeObserver(() => {
    measure()
    tell({ width: scrollElement.offsetWidth, height: scrollElement.offsetHeight })
  })
  observer.observe(scrollElement)
  return () => observer.disconnect()
}

/** To scroll to where it stands already, as is asked for at first, would lay the page out twice. */
function scrollToFn(...[offset, options, instance]: Parameters<typeof elementScroll<HTMLElement>>) {
  if (offset + (options.adjustments ?? 0) !== instance.scrollOffset) elementScroll(offset, options, instance)
}

const isWhole = computed(() => props.rows.length <= few || isPrinting.value || !scroller.value)
const isCalm = useCalm()
const virtual = useVirtualizer(
  computed(() => ({
    count: props.rows.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => height,
    overscan: isCalm.value ? overscan : 1,
    scrollMargin: margin.value,
    initialRect: { width: 0, height: window.innerHeight - above },
    observeElementRect: whenLaidOut,
    scrollToFn,
  })),
)
const seen = computed(() => {
  if (isWhole.value && props.rows.length <= few) return { from: 0, to: props.rows.length }
  if (isPrinting.value) return { from: 0, to: props.rows.length }
  const items = virtual.value.getVirtualItems()
  return { from: items[0]?.index ?? 0, to: (items.at(-1)?.index ?? -1) + 1 }
})
const drawn = computed(() => props.rows.slice(seen.value.from, seen.value.to))
watch(
  () => props.chosen,
  (index) => {
    if (index === undefined || index < 0 || isWhole.value) return
    if (index < seen.value.from || index >= seen.value.to)
      virtual.value.scrollToIndex(index, { align: 'center' })
  },
  { flush: 'post' },
)
</script>

<template>
  <div
    ref="holder"
    class="holder"
    :style="{ paddingTop: `${seen.from * height}px`, paddingBottom: `${(rows.length - seen.to) * height}px` }"
  >
    <slot name="behind" />
    <template
      v-for="row in drawn"
      :key="keyOf(row)"
    >
      <slot :row="row" />
    </template>
  </div>
</template>

<style scoped>
.holder {
  position: relative;
}
</style>

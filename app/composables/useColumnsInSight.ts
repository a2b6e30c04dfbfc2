import { useEventListener } from '@vueuse/core'
import type { InjectionKey, Ref } from 'vue'

/** The columns of a sheet that are drawn: those in sight, and some on either side. */
interface Range {
  from: number
  to: number
}
const key: InjectionKey<Ref<Range>> = Symbol('columns in sight')

/** Up to so many columns are drawn all at once; of more, so many beside those in sight, once these stand. */
const few = 14
const beside = 3
/** What stands before the columns of a sheet, in pixels: the names of its rows. */
export const beforeColumns = 162

/** Says to all rows of a sheet which columns are in sight, while the page is scrolled sideways. */
export function provideColumnsInSight(count: () => number, column: () => number): void {
  const range = ref<Range>({ from: 0, to: few })
  const isPrinting = ref(false)
  const isCalm = useCalm()
  function look() {
    if (count() <= few || isPrinting.value) return set(0, count())
    const main = document.querySelector('main')
    const left = (main?.scrollLeft ?? 0) - beforeColumns
    const more = isCalm.value ? beside : 0
    const from = Math.max(0, Math.floor(left / column()) - more)
    set(from, Math.ceil((left + (main?.clientWidth ?? 1280)) / column()) + more)
  }
  function set(from: number, to: number) {
    if (range.value.from !== from || range.value.to !== to) range.value = { from, to }
  }
  watch([count, column, isCalm], look, { immediate: true })
  // A page that is opened by its address has no scroller before it is mounted.
  const scroller = shallowRef<HTMLElement | null>(null)
  onMounted(() => (scroller.value = document.querySelector('main')))
  useEventListener(scroller, 'scroll', look, { passive: true })
  useEventListener('resize', look)
  useEventListener('beforeprint', () => ((isPrinting.value = true), look()))
  useEventListener('afterprint', () => ((isPrinting.value = false), look()))
  provide(key, range)
}

/** The things of a row that are in sight, each with the place in the grid where it belongs. */
export function useColumnsInSight<Thing>(all: () => Thing[]) {
  const range = inject(key, ref({ from: 0, to: Infinity }))
  return computed(() =>
    all()
      .slice(range.value.from, range.value.to)
      .map((thing, index) => ({
        thing,
        index: range.value.from + index,
        style: { gridColumn: String(range.value.from + index + 2) },
      })),
  )
}

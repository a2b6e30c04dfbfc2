import { useResizeObserver } from '@vueuse/core'
import type { Ref } from 'vue'

/** What stands beside a page in the window: the list of areas, and the page’s own margins. */
const besidePage = 150 + 36

/**
 * The width of an element in pixels: as wide as a page until it is laid out. It is never asked for while a page is
 * being built, since that would lay the page out twice.
 */
export function useWidth(element: Ref<HTMLElement | undefined>): Ref<number> {
  const width = ref(window.innerWidth - besidePage)
  useResizeObserver(element, ([entry]) => (width.value = entry!.contentRect.width))
  return width
}

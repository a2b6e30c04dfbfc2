import type { RouteLocationRaw } from 'vue-router'

/**
 * Goes to a page, or to another address of this one. What is asked for last is where one arrives: `navigateTo`
 * would drop it while the part of another page is still being fetched, so it is for middleware alone.
 */
export function goTo(to: RouteLocationRaw, { replace = false } = {}) {
  const router = useRouter()
  return replace ? router.replace(to) : router.push(to)
}

import type { Ref } from 'vue'

/** How long the first page has the browser to itself once it stands, in milliseconds. */
const alone = 300
const isCalm = ref(false)
let isAwaited = false

/** True once the first page stands and had a moment to itself: what is wanted only later is fetched and begun then. */
export function useCalm(): Readonly<Ref<boolean>> {
  if (!isAwaited) onNuxtReady(() => setTimeout(() => (isCalm.value = true), alone))
  isAwaited = true
  return readonly(isCalm)
}

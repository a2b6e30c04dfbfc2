import { useDebounceFn } from '@vueuse/core'
import type { GuardReach } from '~~/shared/answers'

type Reach = Partial<GuardReach> & { fault?: { message: string; position: number } }

/** How many of the documents in some states meet a guard now, asked anew a moment after the guard is changed. */
export function useGuardReach(asked: () => { lifecycle: string; states: string[]; guard: string }) {
  const reach = shallowRef<Reach | null>(null)
  const ask = useDebounceFn(async () => {
    const body = asked()
    reach.value = body.guard.trim()
      ? await api<Reach>('draft/guard', { method: 'POST', body }).catch(() => null)
      : null
  }, 200)
  watch(() => JSON.stringify(asked()), ask, { immediate: true })
  return reach
}

import { useIntervalFn } from '@vueuse/core'
import type { Settlement } from '~~/core/intake'
import type { IntakePage } from '~~/shared/answers'

/**
 * An intake as the server has it, followed while a job is at work on it. `onSettled` runs whenever its counts
 * have changed.
 */
export function useIntake(id: string, onChanged: () => void) {
  const page = shallowRef<IntakePage | null>(null)
  const missing = ref('')
  const busy = computed(() => ['queued', 'running'].includes(page.value?.job?.status ?? ''))

  async function load() {
    try {
      const before = JSON.stringify([
        page.value?.files,
        page.value?.documents,
        page.value?.intake.settlements,
        page.value?.job?.status,
      ])
      page.value = await api<IntakePage>(`intakes/${id}`)
      if (
        before !==
        JSON.stringify([
          page.value.files,
          page.value.documents,
          page.value.intake.settlements,
          page.value.job?.status,
        ])
      )
        onChanged()
    } catch (error) {
      missing.value = refusalOf(error).message
    }
  }
  onMounted(load)
  useIntervalFn(() => busy.value && load(), 400)

  async function post(path: string, body: unknown = {}, method: 'POST' | 'PUT' = 'POST') {
    const done = await attempt(
      async () => (page.value = await api<IntakePage>(`intakes/${id}/${path}`, { method, body })),
    )
    return done
  }
  const settle = (settled: { key: string; settlement: Settlement | null }[]) => post('settle', { settled })
  return { page, missing, busy, load, post, settle }
}

import type { AdoptionRow } from '~~/shared/answers'

/** The readiness list of a selection, and adopting from it in portions that are whole each. */
export function useAdoption(
  selection: () => { numbers?: string[]; folder?: string; attribute?: string; target?: string },
) {
  const rows = shallowRef<AdoptionRow[]>([])
  const labels = ref<Record<string, string>>({})
  const below = ref<string[]>([])
  const left = ref(new Set<string>())
  const fault = ref('')
  const loading = ref(false)
  const progress = ref<{ done: number; total: number } | null>(null)
  let stopAsked = false
  let asked = 0

  async function load() {
    const mine = ++asked
    loading.value = true
    try {
      const answer = await api<AdoptionRow[]>('adoptions/plan', {
        method: 'POST',
        body: { ...selection(), labels: labels.value, below: below.value },
      })
      if (mine !== asked) return
      rows.value = answer
      fault.value = ''
    } catch (error) {
      if (mine === asked) fault.value = refusalOf(error).message
    }
    loading.value = false
  }
  watch(() => JSON.stringify(selection()), load, { immediate: true })

  function setLabel(number: string, label: string) {
    labels.value = { ...labels.value, [number]: label }
    below.value = below.value.filter((other) => other !== number)
    return load()
  }
  function setBelow(number: string, on: boolean) {
    below.value = on ? [...below.value, number] : below.value.filter((other) => other !== number)
    return load()
  }
  /** Every document's label as its record has it. */
  function takeAllFromRecord() {
    labels.value = {}
    return load()
  }
  const ready = computed(() => rows.value.filter((row) => row.decision.ok))
  const chosen = computed(() => ready.value.filter((row) => !left.value.has(row.number)))
  function choose(number: string, on: boolean) {
    const next = new Set(left.value)
    if (on) next.delete(number)
    else next.add(number)
    left.value = next
  }

  const portion = 100
  /** Adopts what is chosen; a portion goes through whole or not at all. Answers how many were adopted. */
  async function adopt(comment: string): Promise<number> {
    const all = chosen.value.map(({ number, change, adopt: label }) => ({ number, change, label }))
    stopAsked = false
    let done = 0
    for (let at = 0; at < all.length && !stopAsked; at += portion) {
      progress.value = { done, total: all.length }
      const documents = all.slice(at, at + portion)
      if (
        !(await attempt(() =>
          api('adoptions', { method: 'POST', body: { documents, ...(comment.trim() ? { comment } : {}) } }),
        ))
      )
        break
      done += documents.length
    }
    progress.value = null
    await load()
    return done
  }
  return {
    rows,
    labels,
    below,
    left,
    fault,
    loading,
    progress,
    ready,
    chosen,
    load,
    setLabel,
    setBelow,
    takeAllFromRecord,
    choose,
    adopt,
    stop: () => (stopAsked = true),
  }
}

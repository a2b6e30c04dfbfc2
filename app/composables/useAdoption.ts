import type { AdoptionRow } from '~~/shared/answers'

interface Selection {
  numbers?: string[]
  folder?: string
  attribute?: string
  target?: string
}

/** Loads again and again; `settled` waits until what was asked for last is there. */
function latest(loadNow: () => Promise<void>) {
  let underWay: Promise<void> = Promise.resolve()
  async function settled() {
    for (let last; last !== underWay;) await (last = underWay)
  }
  return { load: () => (underWay = loadNow()), settled }
}

/** The readiness list of a selection, with the labels that are set by hand. */
function useReadiness(selection: () => Selection) {
  const rows = shallowRef<AdoptionRow[]>([])
  const labels = ref<Record<string, string>>({})
  const below = ref<string[]>([])
  const fault = ref('')
  const loading = ref(false)
  let asked = 0

  const { load, settled } = latest(() => loadNow())
  async function loadNow() {
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
    if (mine === asked) loading.value = false
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
  return { rows, below, fault, loading, load, settled, setLabel, setBelow, takeAllFromRecord }
}

/** Adopts in portions; a portion goes through whole or not at all. */
function usePortions(load: () => Promise<void>) {
  const progress = ref<{ done: number; total: number } | null>(null)
  let stopAsked = false
  const portion = 100
  /** Answers how many were adopted. */
  async function adopt(chosen: AdoptionRow[], comment: string): Promise<number> {
    const all = chosen.map(({ number, change, adopt: label }) => ({ number, change, label }))
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
  return { progress, adopt, stop: () => (stopAsked = true) }
}

/** The readiness list of a selection, and adopting from it in portions that are whole each. */
export function useAdoption(selection: () => Selection) {
  const readiness = useReadiness(selection)
  const { progress, adopt, stop } = usePortions(readiness.load)
  const left = ref(new Set<string>())
  const ready = computed(() => readiness.rows.value.filter((row) => row.decision.ok))
  const chosen = computed(() => ready.value.filter((row) => !left.value.has(row.number)))
  function choose(number: string, on: boolean) {
    const next = new Set(left.value)
    if (on) next.delete(number)
    else next.add(number)
    left.value = next
  }
  return {
    ...readiness,
    left,
    progress,
    chosen,
    choose,
    adopt: async (comment: string) => {
      await readiness.settled()
      return adopt(chosen.value, comment)
    },
    stop,
  }
}

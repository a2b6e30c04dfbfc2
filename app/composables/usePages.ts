const size = 100

function indexIn<Row>(pages: Map<number, Row[]>, wanted: (row: Row) => boolean): number {
  for (const [page, rows] of pages) {
    const index = rows.findIndex(wanted)
    if (index >= 0) return page * size + index
  }
  return -1
}

/** A page of rows and how many there are in all; `after` is where it ends, for the page that follows it. */
export interface PageOf<Row> {
  total: number
  rows: Row[]
  after?: string | null
}

/** Fetches rows from an offset, or quicker from where the page before ended. */
export type FetchPage<Row> = (offset: number, limit: number, after?: string) => Promise<PageOf<Row>>

/** Rows that come a page at a time, by their place in the whole. */
export function usePages<Row>(fetchPage: FetchPage<Row>, onTotal: (count: number) => void) {
  const pages = shallowReactive(new Map<number, Row[]>())
  const asked = new Set<number>()
  const ends = new Map<number, string>()
  const total = ref(0)
  const loading = ref(true)
  let generation = 0
  const pageOf = (index: number) => Math.floor(index / size)

  async function fetchWhole(page: number) {
    if (asked.has(page)) return
    asked.add(page)
    const mine = generation
    const answer = await fetchPage(page * size, size, ends.get(page - 1)).catch(() => null)
    if (mine !== generation || !answer) return
    total.value = answer.total
    loading.value = false
    pages.set(page, answer.rows)
    if (answer.after && answer.rows.length === size) ends.set(page, answer.after)
    onTotal(answer.total)
  }
  async function fetchAnew(inSight: number[]) {
    generation++
    asked.clear()
    ends.clear()
    const kept = new Set(inSight.map(pageOf))
    for (const page of [...pages.keys()]) if (!kept.has(page)) pages.delete(page)
    await Promise.all([...new Set([0, ...kept])].map(fetchWhole))
  }
  return {
    total,
    loading,
    pages,
    fetch: (index: number) => fetchWhole(pageOf(index)),
    fetchAnew,
    rowAt: (index: number) => pages.get(pageOf(index))?.[index % size],
    indexOf: (wanted: (row: Row) => boolean) => indexIn(pages, wanted),
  }
}

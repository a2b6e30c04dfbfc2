import type { Task, TaskDecided, TaskPage } from '~~/shared/answers'
import type { PageOf } from '~/composables/usePages'

/** Tasks page by page, each where the one before it ended: how many there are is known at the end alone. */
function taskPages(filter: () => object) {
  /** Where the page that begins at each offset goes on. */
  const marks = new Map<number, string>()
  async function fetchPage(offset: number, limit: number): Promise<PageOf<Task>> {
    const rows: Task[] = []
    let from = marks.get(offset)
    if (offset > 0 && from === undefined) return { total: offset, rows: [] }
    let next: string | null = null
    do {
      const query = { ...filter(), from, limit: limit - rows.length }
      const page: TaskPage = await api<TaskPage>('tasks', { query })
      rows.push(...page.tasks)
      next = page.next
      from = next ?? undefined
    } while (next && rows.length < limit)
    if (next) marks.set(offset + rows.length, next)
    return { total: offset + rows.length + (next ? 1 : 0), rows }
  }
  return { fetchPage, forget: () => marks.clear() }
}

/** Says what was decided and what was not. @returns whether all of it was. */
function sayDecided(answers: TaskDecided[]): boolean {
  const failed = answers.filter(({ ok }) => !ok)
  const done = answers.filter(({ ok }) => ok).map(({ number }) => number)
  if (done.length) useNotices().say(`Decided: ${done.join(', ')}.`)
  if (failed.length)
    useNotices().refuse(
      `${failed.length} of ${answers.length} ${answers.length === 1 ? 'stays as it is' : 'stay as they are'}`,
      failed.map(({ number, message }) => `${number} ${message}`.trim()),
    )
  return failed.length === 0
}

/** The tasks of whoever is signed in: their pages, what is picked and marked, and the acts on them. */
export function useTasks(filter: () => { deferred?: boolean; document?: string }) {
  const picked = shallowRef<Task | null>(null)
  const chosen = shallowRef(new Map<string, Task>())
  const version = ref(0)
  const { fetchPage, forget } = taskPages(filter)
  /** Fetches the list anew after an act on some tasks. It keeps others that were picked or marked meanwhile. */
  function anew(tasks: Task[]) {
    const acted = new Set(tasks.map(({ id }) => id))
    forget()
    chosen.value = new Map([...chosen.value].filter(([id]) => !acted.has(id)))
    if (picked.value && acted.has(picked.value.id)) picked.value = null
    version.value++
  }
  function mark(task: Task) {
    const marked = new Map(chosen.value)
    if (!marked.delete(task.id)) marked.set(task.id, task)
    chosen.value = marked
  }
  /** Decides tasks in one way. Answers whether all of it was done. */
  async function decide(tasks: Task[], outcome: string, given: { comment?: string; password?: string }) {
    let answers: TaskDecided[] = []
    const body = { tasks: tasks.map(({ id, change }) => ({ id, change })), outcome, ...given }
    const ask = async () => (answers = await api<TaskDecided[]>('tasks/decide', { method: 'POST', body }))
    if (!(await attempt(ask))) return false
    const isWhole = sayDecided(answers)
    anew(tasks)
    return isWhole
  }
  async function act(task: Task, what: 'claim' | 'hand-over' | 'defer', body: object): Promise<boolean> {
    const isDone = await attempt(() => api(`tasks/${task.id}/${what}`, { method: 'POST', body }))
    if (isDone) anew([task])
    return isDone
  }
  return { fetchPage, picked, chosen, version, mark, decide, act }
}

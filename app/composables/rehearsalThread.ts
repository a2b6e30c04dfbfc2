import RehearsalWorker from '~/workers/rehearsal?worker'
import type { RehearsalAnswer, RehearsalQuestion } from '~/workers/rehearsal'

/** How long an answer is waited for before the thread is ended, in milliseconds. */
const patience = 20_000

/** A thread that answers questions one after the other; of those that wait only the newest is asked. */
export function rehearsalThread(take: (answer: RehearsalAnswer) => void, onLate: () => void) {
  let worker: Worker | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let next: RehearsalQuestion | null = null
  const isBusy = ref(false)
  function end() {
    clearTimeout(timer)
    worker?.terminate()
    worker = undefined
    isBusy.value = false
  }
  function answered({ data }: MessageEvent<RehearsalAnswer>) {
    clearTimeout(timer)
    isBusy.value = false
    const waiting = next
    next = null
    if (waiting) send(waiting)
    else take(data)
  }
  function send(question: RehearsalQuestion) {
    worker ??= new RehearsalWorker()
    worker.onmessage = answered
    isBusy.value = true
    timer = setTimeout(() => (end(), onLate()), patience)
    worker.postMessage(JSON.parse(JSON.stringify(question)))
  }
  const ask = (question: RehearsalQuestion) => (isBusy.value ? (next = question) : send(question))
  onBeforeUnmount(end)
  return { ask, isBusy }
}

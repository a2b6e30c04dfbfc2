import type { LabelAnswer, LabelQuestion } from '~/workers/labels'
import LabelWorker from '~/workers/labels?worker'

type Question = LabelQuestion extends infer Q ? (Q extends { id: number } ? Omit<Q, 'id'> : never) : never

/** Reads labels and infers schemes in a web worker, so that a pasted list of thousands leaves the page free. */
export function useLabelWorker() {
  const worker = new LabelWorker()
  const waiting = new Map<number, { done: (answer: LabelAnswer) => void; fail: (fault: Error) => void }>()
  let last = 0
  worker.onmessage = ({ data }: MessageEvent<LabelAnswer>) => {
    const asked = waiting.get(data.id)
    waiting.delete(data.id)
    if (data.fault) asked?.fail(new Error(data.fault))
    else asked?.done(data)
  }
  onBeforeUnmount(() => worker.terminate())
  /** Resolves with the answer; rejects with a sentence for people. */
  return (question: Question) =>
    new Promise<LabelAnswer>((done, fail) => {
      const id = ++last
      waiting.set(id, { done, fail })
      worker.postMessage(JSON.parse(JSON.stringify({ id, ...question })))
    })
}

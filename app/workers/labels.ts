import {
  infer,
  type Inference,
  parse,
  type Reading,
  refusalSentence,
  type RevisionScheme,
} from '~~/core/revision'

/** What the page asks of the worker: to read labels by a scheme, or to infer a scheme from them. */
export type LabelQuestion =
  | { id: number; kind: 'read'; scheme: RevisionScheme; labels: string[] }
  | { id: number; kind: 'infer'; labels: string[]; histories: string[][] }
/** A label as written, how often, and what the scheme makes of it. */
export interface ReadLabel {
  label: string
  count: number
  reading: Reading
  sentence: string
}
export type LabelAnswer = { id: number; read?: ReadLabel[]; inference?: Inference; fault?: string }

self.onmessage = ({ data }: MessageEvent<LabelQuestion>) => {
  const reply = (answer: Omit<LabelAnswer, 'id'>) => self.postMessage({ id: data.id, ...answer })
  try {
    reply(
      data.kind === 'infer'
        ? { inference: infer(data.labels, data.histories) }
        : { read: readAll(data.scheme, data.labels) },
    )
  } catch (error) {
    reply({ fault: (error as Error).message })
  }
}

function readAll(scheme: RevisionScheme, labels: string[]): ReadLabel[] {
  const counts = new Map<string, number>()
  for (const label of labels) counts.set(label, (counts.get(label) ?? 0) + 1)
  return [...counts].map(([label, count]) => {
    const reading = parse(scheme, label)
    return {
      label,
      count,
      reading,
      sentence: reading.ok ? '' : withoutLabel(refusalSentence(scheme, label, reading.reason, [])),
    }
  })
}

/** The table names the label already. */
const withoutLabel = (sentence: string) => sentence.slice(sentence.indexOf('” ') + 2)

import { createReadStream } from 'node:fs'
import type { FileTask } from '../files/file-tasks'
import { madeAside } from '../files/made'
import { download } from './download'
import type { RouteContext } from './route'

type Making = Extract<FileTask, { out: string; kind: 'preview' | 'pdf' | 'compare' | 'probe' }>
type Asked = Making extends infer One ? (One extends Making ? Omit<One, 'out'> : never) : never

/** How what is made of a file goes out; of a drawing nothing is run, wherever it is opened. */
const drawing = {
  'content-type': 'image/svg+xml; charset=utf-8',
  'x-content-type-options': 'nosniff',
  'content-security-policy': "default-src 'none'",
}
const headers: Record<Making['kind'], Record<string, string>> = {
  preview: drawing,
  compare: drawing,
  pdf: { 'content-type': 'application/pdf', 'x-content-type-options': 'nosniff' },
  probe: { 'content-type': 'application/json' },
}

/** Sends what a process makes of a file: a drawing of our own, a PDF, or all that is inside of it. */
export function sendMade({ event, store, doFile }: RouteContext, task: Asked): Promise<void> {
  return madeAside(
    store,
    (out) => doFile({ ...task, out } as never),
    (out) => {
      setResponseHeaders(event, headers[task.kind])
      return download(event, createReadStream(out))
    },
  )
}

/** Says under which name a PDF is kept that was made of a file. */
export function namePdf({ event }: Pick<RouteContext, 'event'>, fileName: string): void {
  const name = `${fileName.replace(/\.[^.]+$/, '')}.pdf`
  setResponseHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
}

import { createReadStream } from 'node:fs'
import type { FileTask } from '../files/file-tasks'
import { madeAside } from '../files/made'
import { download } from './download'
import type { RouteContext } from './route'

type Making = Extract<FileTask, { out: string; kind: 'preview' | 'pdf' | 'compare' | 'probe' }>
type Asked = Making extends infer One ? (One extends Making ? Omit<One, 'out'> : never) : never

/** The headers of each result. A browser runs nothing in a drawing, wherever it is opened. */
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

/** Runs a task on a file and streams its result. */
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

/** Names the download of a PDF after the file it was made from. */
export function namePdf({ event }: Pick<RouteContext, 'event'>, fileName: string): void {
  const name = `${fileName.replace(/\.[^.]+$/, '')}.pdf`
  setResponseHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`)
}

import { Refusal, type RefusalKind } from '../refusal'
import { FileBreaksError } from './file-tasks'

/** An error as plain data, for messages between processes and threads. */
export type FileFault =
  | { is: 'refusal'; kind: RefusalKind; message: string }
  | { is: 'file'; message: string }
  | { is: 'error'; message: string; code?: string }

export function faultOfTask(error: unknown): FileFault {
  if (error instanceof Refusal) return { is: 'refusal', kind: error.kind, message: error.message }
  if (error instanceof FileBreaksError) return { is: 'file', message: error.message }
  const { message, code } = error as NodeJS.ErrnoException
  return { is: 'error', message, ...(code ? { code } : {}) }
}

/** Turns a fault back into its error. */
export function errorOf(fault: FileFault): Error {
  if (fault.is === 'refusal') return new Refusal(fault.kind, fault.message)
  if (fault.is === 'file') return new FileBreaksError({ code: 'too-much', message: fault.message })
  return Object.assign(new Error(fault.message), fault.code ? { code: fault.code } : {})
}

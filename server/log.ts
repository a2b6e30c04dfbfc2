import pino from 'pino'

/** Whether each line of the log is one JSON object, for programs, rather than a sentence for people. */
export const isLogJson = process.env.ILMENITE_LOG === 'json'

/** Written without a thread of its own, so that the last lines before an end are there too. */
const lines = pino(
  {
    base: undefined,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (level) => ({ level }) },
  },
  pino.destination({ fd: 1, sync: true }),
)

/**
 * What of an error a program may keep: its kind and where it came from. Its message may name documents, so it is left
 * out.
 */
export function traceOf(error: unknown): { kind: string; code?: string; at: string[] } {
  if (!(error instanceof Error)) return { kind: typeof error, at: [] }
  const { name, stack = '', code } = error as NodeJS.ErrnoException
  const frames = stack
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line.startsWith('at '))
  return { kind: name, code, at: frames.map((frame) => frame.slice(3)).slice(0, 8) }
}

/** The log of the server: sentences for people, or JSON where `ILMENITE_LOG` is `json`. */
export const log = {
  say(message: string): void {
    if (isLogJson) lines.info(message)
    else console.log(message)
  },
  /** Tells of something that went wrong; nobody is shown it elsewhere. */
  fault(message: string, error: unknown): void {
    if (isLogJson) lines.error({ error: traceOf(error) }, message)
    else console.error(`${message}:`, error)
  },
  /** Tells of a request that was answered, by its route: an address may name a document. */
  request(answered: { method: string; route: string; status: number; milliseconds: number }): void {
    if (isLogJson) lines.info(answered, 'request')
  },
}

/** Has what packages print to the console, and what Node warns of, stand in the log like everything else. */
export function takeConsole(): void {
  const say = (...parts: unknown[]) => lines.info(parts.map(asText).join(' '))
  const warn = (...parts: unknown[]) => lines.warn(parts.map(asText).join(' '))
  Object.assign(console, { log: say, info: say, debug: say, warn, error: warn })
  process.removeAllListeners('warning')
  process.on('warning', ({ name }) => lines.warn(name))
}

const asText = (part: unknown): string =>
  part instanceof Error ? JSON.stringify(traceOf(part)) : String(part)

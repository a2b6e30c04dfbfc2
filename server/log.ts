import pino from 'pino'

/** Whether each line of the log is one JSON object, for programs, rather than a sentence for people. */
export const isLogJson = process.env.ILMENITE_LOG === 'json'

/** Writes without a thread of its own, so that no line is lost when the server ends. */
const lines = pino(
  {
    base: undefined,
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (level) => ({ level }) },
  },
  pino.destination({ fd: 1, sync: true }),
)

/**
 * Returns the kind of an error and where it came from. The message is left out, because it may name documents.
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
  /** Logs an error that nobody is shown elsewhere. */
  fault(message: string, error: unknown): void {
    if (isLogJson) lines.error({ error: traceOf(error) }, message)
    else console.error(`${message}:`, error)
  },
  /** Logs an answered request by its route, because an address may name a document. */
  request(answered: { method: string; route: string; status: number; milliseconds: number }): void {
    if (isLogJson) lines.info(answered, 'request')
  },
}

/** Sends the console’s output and Node’s warnings to the log. */
export function takeConsole(): void {
  const say = (...parts: unknown[]) => lines.info(parts.map(asText).join(' '))
  const warn = (...parts: unknown[]) => lines.warn(parts.map(asText).join(' '))
  Object.assign(console, { log: say, info: say, debug: say, warn, error: warn })
  process.removeAllListeners('warning')
  process.on('warning', ({ name }) => lines.warn(name))
}

const asText = (part: unknown): string =>
  part instanceof Error ? JSON.stringify(traceOf(part)) : String(part)

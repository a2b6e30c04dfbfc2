import type { Db } from '../database/connection'

/** Work on what somebody typed, which could be made to be slow: it runs in a thread of its own, within a time. */
export interface Computation<Input, Answer> {
  /** The most seconds it is given. */
  seconds: number
  /** Its name in the message about a timeout. */
  name: string
  /** Its pool: `quick` for what every page asks, `slow` for long questions, `act` for what changes the vault. */
  speed: 'quick' | 'slow' | 'act'
  run: (db: Db, input: Input) => Promise<Answer>
}

/** What computes it is loaded when it is first asked for: a thread begins in a tenth of the time that all takes. */
export const computation = <Module, Input, Answer>(
  seconds: number,
  name: string,
  load: () => Promise<Module>,
  compute: (module: Module, db: Db, input: Input) => Answer | Promise<Answer>,
): Computation<Input, Answer> => ({
  seconds,
  name,
  speed: 'slow',
  run: async (db, input) => await compute(await load(), db, input),
})

/** What takes milliseconds, and is asked for with every page: it has threads of its own, and waits for nothing long. */
export const quick = <Module, Input, Answer>(
  name: string,
  load: () => Promise<Module>,
  compute: (module: Module, db: Db, input: Input) => Answer | Promise<Answer>,
): Computation<Input, Answer> => ({ ...computation(20, name, load, compute), speed: 'quick' })

import { type ChildProcess, fork } from 'node:child_process'
import { setPriority } from 'node:os'
import { usageOf } from './usage'

/** What one piece of work may take. */
export interface WorkLimits {
  /** Seconds of processor time; where the system does not tell it, of time. */
  seconds: number
  /** Megabytes that stand in memory, buffers included. */
  megabytes: number
}

/** A piece of work that took more than it may, or broke its process; the message says what, for people. */
export class WorkEndedError extends Error {
  constructor(
    readonly why: 'time' | 'memory' | 'broken',
    message: string,
  ) {
    super(message)
    this.name = 'WorkEndedError'
  }
}

/** What comes back: classes do not pass from one process to another, so a fault goes as what it says. */
export type WorkAnswer<Answer, Fault> = { answer: Answer } | { fault: Fault }

/** How far a process stands back for the server, as `nice` counts it: whoever waits for it still has a third. */
const wayGiven = 5

/** How often it is looked what a process has used, in milliseconds. */
const every = 50
/** Where the disk is slow, or others are at work, a piece of work may last so many times longer. */
const patience = 10

/**
 * A process that does one piece of work after the other, and is ended where one takes too much: what a file or a
 * question costs is counted as the system counts it, in processor time and in memory that is really there. It ends with
 * the server, however that ends.
 */
export class WorkerProcess<Task, Answer, Fault = never> {
  private readonly child: ChildProcess
  /** Whether it has ended; then it does no more work. */
  hasEnded = false

  /** @param heap the most megabytes of its heap alone */
  constructor(program: string, heap: number) {
    this.child = fork(program, { execArgv: [`--max-old-space-size=${heap}`], serialization: 'advanced' })
    if (this.child.pid)
      try {
        setPriority(this.child.pid, wayGiven)
      } catch {
        // It has ended already, which whoever asks it hears of.
      }
    for (const event of ['exit', 'error']) this.child.once(event, () => (this.hasEnded = true))
    // The server does not stay for it.
    this.child.unref()
    this.child.channel?.unref()
  }

  /** @throws WorkEndedError where it takes too much, or the process ends; it does no more work then. */
  async run(task: Task, limits: WorkLimits): Promise<WorkAnswer<Answer, Fault>> {
    let why: WorkEndedError['why'] = 'broken'
    const watch = this.watch(limits, (reason) => {
      why = reason
      this.end()
    })
    try {
      return await this.answerTo(task)
    } catch {
      throw new WorkEndedError(why, wordsFor(why, limits))
    } finally {
      clearInterval(watch)
    }
  }

  /** Ends it at once. */
  end(): void {
    this.hasEnded = true
    this.child.kill('SIGKILL')
  }

  private watch({ seconds, megabytes }: WorkLimits, over: (why: 'time' | 'memory') => void) {
    const pid = this.child.pid ?? 0
    const [began, before] = [performance.now(), usageOf(pid)?.seconds]
    return setInterval(() => {
      const usage = usageOf(pid)
      const waited = (performance.now() - began) / 1000
      const used = usage && before !== undefined ? usage.seconds - before : waited
      if (used > seconds || waited > seconds * patience) over('time')
      else if (usage && usage.memory > megabytes * 2 ** 20) over('memory')
    }, every)
  }

  private answerTo(task: Task): Promise<WorkAnswer<Answer, Fault>> {
    const { child } = this
    return new Promise((resolve, reject) => {
      const ended = () => reject(new Error('the process ended'))
      child.once('exit', ended)
      child.once('error', ended)
      child.once('message', (answer: WorkAnswer<Answer, Fault>) => {
        child.off('exit', ended)
        child.off('error', ended)
        resolve(answer)
      })
      if (this.hasEnded) ended()
      else child.send(task as object, (error) => error && ended())
    })
  }
}

function wordsFor(why: WorkEndedError['why'], { seconds, megabytes }: WorkLimits): string {
  if (why === 'time') return `took more than ${Math.round(seconds)} seconds of processor time and was ended`
  if (why === 'memory') return `took more than ${megabytes} MB of memory and was ended`
  return 'broke off'
}

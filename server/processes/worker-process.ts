import type { ChildProcess } from 'node:child_process'
import { setPriority } from 'node:os'
import { forkProgram } from './fork'
import { usageOf } from './usage'

/** The limits of one piece of work. */
export interface WorkLimits {
  /** Processor time in seconds; elapsed time on systems that do not tell it. */
  seconds: number
  /** Resident memory in megabytes, buffers included. */
  megabytes: number
}

/** Work that exceeded a limit or broke its process. The message is for people. */
export class WorkEndedError extends Error {
  constructor(
    readonly why: 'time' | 'memory' | 'broken',
    message: string,
  ) {
    super(message)
    this.name = 'WorkEndedError'
  }
}

/** The reply of a process. Errors lose their class between processes, so faults are plain data. */
export type WorkAnswer<Answer, Fault> = { answer: Answer } | { fault: Fault }

/** The niceness of a process: under load it gets about a third of the server’s share. */
const wayGiven = 5

/** The interval between two checks of usage, in milliseconds. */
const every = 50
/** Elapsed time may exceed the limit of processor time by this factor, for slow disks and busy machines. */
const patience = 10

/**
 * A process that runs one piece of work after the other, and is killed when one exceeds a limit. Usage is what the
 * system counts: processor time and resident memory. The process ends with the server, even by a kill.
 */
export class WorkerProcess<Task, Answer, Fault = never> {
  private readonly child: ChildProcess
  /** Whether it has ended, and takes no more work. */
  hasEnded = false

  /** @param heap the limit of its heap in megabytes */
  constructor(program: string, heap: number) {
    this.child = forkProgram(program, heap, 'advanced')
    if (this.child.pid)
      try {
        setPriority(this.child.pid, wayGiven)
      } catch {
        // It has ended already; `run` will report that.
      }
    for (const event of ['exit', 'error']) this.child.once(event, () => (this.hasEnded = true))
    // It does not keep the server alive.
    this.child.unref()
    this.child.channel?.unref()
  }

  /** @throws WorkEndedError if the work exceeds a limit or the process ends; it takes no more work then */
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

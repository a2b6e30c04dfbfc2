import { statSync } from 'node:fs'
import { basename } from 'node:path'
import { Turns } from '../processes/turns'
import { WorkEndedError, WorkerProcess, type WorkLimits } from '../processes/worker-process'
import { errorOf, type FileFault } from './file-fault'
import { type DoFileTask, FileBreaksError, type FileTask, type FileTaskKind } from './file-tasks'

/** What is known of contents that broke their readers: they are not tried again for everybody who comes by. */
export interface Failures {
  /** Why a task failed with a content, if it did. */
  of(sha256: string, task: FileTaskKind): string | undefined
  keep(sha256: string, task: FileTaskKind, message: string): Promise<void>
}

/** How many processes work at a time; one person’s files have one of them, so that another is there for others. */
const turns = { atOnce: 4, atOnceEach: 1, waitingEach: 200 }
/** The most memory that one may take, in megabytes: what is drawn or read of a file is bounded by far less. */
const megabytes = 400
/** The most memory of its heap; what really stands in memory ends it before. */
const heap = 1024
/** So many stay: one that is at work with somebody’s file has another beside it for whoever comes next. */
const ready = 2
/** How long a further process waits for more before it ends, in milliseconds. */
const rest = 20_000

/** Seconds of a processor that a task is given; a sound file takes a hundredth of it. */
const secondsFor = (size: number): number => Math.min(10 + size / 2 ** 22, 45)

type FileProcess = WorkerProcess<FileTask, unknown, FileFault>

/**
 * Processes in which everything is read, written and drawn that comes from outside: a file that takes too much, or
 * breaks its reader, costs its process and nothing else, and is remembered for what it is. People are served in turn.
 */
export class FileProcesses {
  private readonly turns = new Turns(turns)
  private readonly free: { process: FileProcess; timer: NodeJS.Timeout | undefined }[] = []
  private jobs = 0

  constructor(
    private readonly program: string,
    private readonly failures: Failures,
    private readonly limits: (size: number) => WorkLimits = (size) => ({
      seconds: secondsFor(size),
      megabytes,
    }),
  ) {}

  /** Has processes ready: the first file need not wait for one then. */
  standBy(): void {
    for (let count = 0; count < ready; count++) this.release(new WorkerProcess(this.program, heap))
  }

  /** What does tasks in somebody’s name. @throws FileBreaksError where a file takes too long or too much */
  for(who: string): DoFileTask {
    return ((task: FileTask) => this.run(who, task)) as DoFileTask
  }

  /** What does the tasks of jobs: two of them at a time, and no fewer for people. */
  forJobs(): DoFileTask {
    return ((task: FileTask) => this.run(`job ${this.jobs++ % 2}`, task)) as DoFileTask
  }

  private async run(who: string, task: FileTask): Promise<unknown> {
    const content = contentOf(task)
    const known = content && this.failures.of(content, task.kind)
    if (known) throw new FileBreaksError({ code: 'too-much', message: known })
    return this.turns.take(who, () => this.work(task, content))
  }

  private async work(task: FileTask, content: string | undefined): Promise<unknown> {
    const process = this.take()
    try {
      const outcome = await process.run(task, this.limits(sizeOf(task)))
      if ('fault' in outcome) throw errorOf(outcome.fault)
      return outcome.answer
    } catch (error) {
      if (!(error instanceof WorkEndedError)) throw error
      const message = `${doing[task.kind]} it ${error.message}: it is kept as it is`
      if (content) await this.failures.keep(content, task.kind, message)
      throw new FileBreaksError({ code: 'too-much', message })
    } finally {
      this.release(process)
    }
  }

  /** Ends the processes that are at rest; what is at work ends with the server. */
  end(): void {
    for (const { process, timer } of this.free.splice(0)) {
      clearTimeout(timer)
      process.end()
    }
  }

  private take(): FileProcess {
    for (let found = this.free.pop(); found; found = this.free.pop()) {
      clearTimeout(found.timer)
      if (!found.process.hasEnded) return found.process
    }
    return new WorkerProcess(this.program, heap)
  }

  /** Keeps a process for the next task; some stay, and the others end after a while. */
  private release(process: FileProcess): void {
    if (process.hasEnded) return
    const known = { process, timer: undefined as NodeJS.Timeout | undefined }
    this.free.push(known)
    if (this.free.length <= ready) return
    known.timer = setTimeout(() => {
      this.free.splice(this.free.indexOf(known), 1)
      process.end()
    }, rest).unref()
  }
}

/** What is being done with a file, in words. */
const doing: Record<FileTaskKind, string> = {
  find: 'reading',
  read: 'reading',
  names: 'reading',
  probe: 'reading',
  write: 'writing into',
  draw: 'drawing on',
  stamp: 'stamping',
  preview: 'drawing',
  pdf: 'making a PDF of',
  compare: 'comparing',
}

/** The content that a task is about, by its hash: what lies in the store is called by it. */
function contentOf(task: FileTask): string | undefined {
  const name = basename(task.path)
  return task.kind !== 'find' && /^[0-9a-f]{64}$/.test(name) ? name : undefined
}

const sizeOf = ({ path }: FileTask): number => statSync(path, { throwIfNoEntry: false })?.size ?? 0

import { statSync } from 'node:fs'
import { basename } from 'node:path'
import { Turns } from '../processes/turns'
import { WorkEndedError, WorkerProcess, type WorkLimits } from '../processes/worker-process'
import { errorOf, type FileFault } from './file-fault'
import { type DoFileTask, FileBreaksError, type FileTask, type FileTaskKind } from './file-tasks'

/** Remembers contents that broke their readers, so that nobody repeats them. */
export interface Failures {
  /** The message of an earlier failure; undefined if there was none. */
  of(sha256: string, task: FileTaskKind): string | undefined
  keep(sha256: string, task: FileTaskKind, message: string): Promise<void>
}

/** The processes that work at a time. One person has at most one of them, so that others find a free one. */
const turns = { atOnce: 4, atOnceEach: 1, atOnceOf: { jobs: 2 }, waitingEach: 200 }
/** The most memory of one process in megabytes, far above what the budgets of readers allow. */
const megabytes = 400
/** The limit of its heap in megabytes. The limit of its memory applies first. */
const heap = 1024
/** The processes that stay: a spare one beside one that is busy. */
const ready = 2
/** How long a further process stays idle, in milliseconds. */
const rest = 20_000

/** The limit of a task in seconds of processor time. A sound file takes about a hundredth of it. */
const secondsFor = (size: number): number => Math.min(10 + size / 2 ** 22, 45)

type FileProcess = WorkerProcess<FileTask, unknown, FileFault>

/**
 * Processes that read, write and draw files from outside. A file that exceeds a limit or breaks its reader costs its
 * process and nothing else; the failure is remembered. People are served in turn.
 */
export class FileProcesses {
  private readonly turns = new Turns(turns)
  private readonly free: { process: FileProcess; timer: NodeJS.Timeout | undefined }[] = []

  constructor(
    private readonly program: string,
    private readonly failures: Failures,
    private readonly limits: (size: number) => WorkLimits = (size) => ({
      seconds: secondsFor(size),
      megabytes,
    }),
  ) {}

  /** Starts the processes that stay, so that the first file need not wait. */
  standBy(): void {
    for (let count = 0; count < ready; count++) this.release(new WorkerProcess(this.program, heap))
  }

  /** Runs tasks for a person. @throws FileBreaksError if a file exceeds a limit or breaks its reader */
  for(who: string): DoFileTask {
    return ((task: FileTask) => this.run(who, task)) as DoFileTask
  }

  /** Runs tasks for jobs, at most two at a time. */
  forJobs(): DoFileTask {
    return this.for('jobs')
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

  /** Ends the idle processes. Busy ones end with the server. */
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

  /** Keeps a process for the next task. A further one ends after some idle time. */
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

/** The name of each task in messages. */
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

/** The contents that a task reads, by their hashes: the store names its files by them. */
function contentOf(task: FileTask): string | undefined {
  if (task.kind === 'find') return undefined
  const read = task.kind === 'compare' ? [task.before.path, task.after.path] : [task.path]
  const names = read.map((path) => basename(path))
  return names.every((name) => /^[0-9a-f]{64}$/.test(name)) ? names.join(' ') : undefined
}

const sizeOf = ({ path }: FileTask): number => statSync(path, { throwIfNoEntry: false })?.size ?? 0

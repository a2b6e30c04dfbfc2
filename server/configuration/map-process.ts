import type { ChildProcess } from 'node:child_process'
import { constants, setPriority } from 'node:os'
import type { mapGraph, MapLayout } from '../../core/formats'
import { forkProgram } from '../processes/fork'

type Graph = ReturnType<typeof mapGraph>

/** How long the process waits for more before it ends, in milliseconds. */
const patience = 10 * 60_000
/** The most memory that it takes, in megabytes. */
const mostMemory = 512

/**
 * Lays maps out one after the other, in a process of its own. Laying out a large one takes all of a processor for a
 * second or two, and the compiler's threads another: a process stands back for everybody with all of its threads,
 * which a thread of the server cannot.
 */
export class MapProcess {
  private child: ChildProcess | undefined
  private last: Promise<unknown> = Promise.resolve()
  private idle: NodeJS.Timeout | undefined

  /** @param seconds the most that one layout is given */
  constructor(
    private readonly program: string,
    private readonly seconds = 60,
  ) {}

  /** @throws Error where it took too long, or the process ended */
  layOut(graph: Graph): Promise<MapLayout> {
    const layout = this.last.then(() => this.layOutNext(graph))
    this.last = layout.catch(() => {})
    return layout
  }

  /** Has the process there, and in practice, before it is asked: it takes half of the time for a large map then. */
  standBy(): void {
    this.child ??= this.begun()
    this.rest()
  }

  private async layOutNext(graph: Graph): Promise<MapLayout> {
    clearTimeout(this.idle)
    const child = (this.child ??= this.begun())
    const tooLong = setTimeout(() => child.kill('SIGKILL'), this.seconds * 1000)
    try {
      return await answerOf(child, graph)
    } finally {
      clearTimeout(tooLong)
      this.rest()
    }
  }

  /** Ends the process where it is not asked for a while. */
  private rest(): void {
    clearTimeout(this.idle)
    this.idle = setTimeout(() => this.end(), patience).unref()
  }

  private begun(): ChildProcess {
    const child = forkProgram(this.program, mostMemory)
    if (child.pid) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL)
    for (const event of ['exit', 'error'])
      child.once(event, () => {
        if (this.child === child) this.child = undefined
      })
    // The server does not stay for it.
    child.unref()
    child.channel?.unref()
    return child
  }

  /** Lets the process go; the next layout begins another. */
  end(): void {
    this.child?.disconnect()
    this.child = undefined
  }
}

function answerOf(child: ChildProcess, graph: Graph): Promise<MapLayout> {
  return new Promise((resolve, reject) => {
    const ended = () => reject(new Error('the process that lays maps out ended'))
    child.once('exit', ended)
    child.once('error', ended)
    child.once('message', (layout: MapLayout) => {
      child.off('exit', ended)
      child.off('error', ended)
      resolve(layout)
    })
    child.send(graph)
  })
}

import type { JobContext } from './job-kind'

class Stopped extends Error {}

/**
 * Runs work that reports its progress, and breaks it off if the job is stopped.
 * @returns what the work returns, or undefined if it was stopped
 */
export async function stoppable<T>(
  { progress }: Pick<JobContext, 'progress'>,
  work: (tell: (done: number, total: number) => void) => Promise<T>,
): Promise<T | undefined> {
  try {
    return await work((done, total) => {
      if (!progress(done, total)) throw new Stopped()
    })
  } catch (error) {
    if (error instanceof Stopped) return undefined
    throw error
  }
}

import { eq } from 'drizzle-orm'
import { namePattern, PatternError, readName } from '../../core/intake'
import type { PatternTrial } from '../../shared/answers'
import type { Db } from '../database/connection'
import { intakeFiles } from '../database/schema'

/**
 * What patterns read out of an archive's names: how many each one takes, and the first few files with what
 * was read.
 */
export function tryPatterns(db: Db, id: string, patterns: string[]): PatternTrial {
  const made = patterns.map((pattern, index) => {
    try {
      return { pattern: namePattern(pattern) }
    } catch (error) {
      if (error instanceof PatternError)
        return { fault: { pattern: index, position: error.position, message: error.message } }
      throw error
    }
  })
  const usable = made.flatMap((entry) => entry.pattern ?? [])
  const counts = patterns.map(() => 0)
  const samples: { path: string; pattern: number | null; reading: object }[] = []
  let unread = 0
  for (const { path } of db
    .select({ path: intakeFiles.path })
    .from(intakeFiles)
    .where(eq(intakeFiles.intake, id))
    .orderBy(intakeFiles.path)
    .all()) {
    const hit = readName(usable, path)
    const index = hit ? patterns.indexOf(hit.pattern) : null
    if (index === null) unread++
    else counts[index]!++
    if (
      samples.length < 12 ||
      (index === null && samples.filter((sample) => sample.pattern === null).length < 6)
    )
      samples.push({ path, pattern: index, reading: hit?.reading ?? {} })
  }
  return { faults: made.flatMap((entry) => entry.fault ?? []), counts, unread, samples }
}

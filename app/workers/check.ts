import { check, type Directory, type Finding } from '~~/core/check/check'
import type { Configuration } from '~~/core/lifecycle'

/** A configuration to check; `run` counts the questions, so that a late answer is known as such. */
export interface CheckQuestion { run: number; configuration: Configuration; directory: Directory | undefined }
export interface CheckAnswer { run: number; findings: Finding[] }

self.onmessage = ({ data: { run, configuration, directory } }: MessageEvent<CheckQuestion>) => {
  const answer: CheckAnswer = { run, findings: check(configuration, directory) }
  self.postMessage(answer)
}

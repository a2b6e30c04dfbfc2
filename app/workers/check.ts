import { check, type Directory, type Finding } from '~~/core/check/check'
import type { Configuration } from '~~/core/lifecycle'

export interface CheckQuestion {
  configuration: Configuration
  directory: Directory | undefined
}
export interface CheckAnswer {
  findings: Finding[]
}

self.onmessage = ({ data: { configuration, directory } }: MessageEvent<CheckQuestion>) => {
  const answer: CheckAnswer = { findings: check(configuration, directory) }
  self.postMessage(answer)
}

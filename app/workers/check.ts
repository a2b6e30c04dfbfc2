import { check, type Finding } from '~~/core/check'
import type { Directory } from '~~/core/access'
import type { Configuration } from '~~/core/configuration'

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

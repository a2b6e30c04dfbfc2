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

/** The question comes as text: to write it costs a page less than half of what it costs to copy it. */
self.onmessage = ({ data }: MessageEvent<string>) => {
  const { configuration, directory } = JSON.parse(data) as CheckQuestion
  const answer: CheckAnswer = { findings: check(configuration, directory) }
  self.postMessage(answer)
}

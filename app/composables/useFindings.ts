import type { Directory, Finding } from '~~/core/check/check'
import type { Configuration } from '~~/core/lifecycle'
import CheckWorker from '~/workers/check?worker'
import type { CheckAnswer } from '~/workers/check'

/** The findings on a configuration, computed anew in a web worker whenever it changes; the last ones stand until then. */
export function useFindings(configuration: () => Configuration | undefined, directory: () => Directory | undefined) {
  const findings = shallowRef<Finding[]>([])
  let worker: Worker | undefined
  let run = 0
  watch([configuration, directory], () => {
    const asked = configuration()
    if (!asked) return (findings.value = [])
    worker ??= listening((answer) => answer.run === run && (findings.value = answer.findings))
    worker.postMessage(JSON.parse(JSON.stringify({ run: ++run, configuration: asked, directory: directory() })))
  }, { immediate: true })
  return findings
}

function listening(take: (answer: CheckAnswer) => void): Worker {
  const worker = new CheckWorker()
  worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) => take(data)
  return worker
}

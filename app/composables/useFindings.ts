import type { Directory } from '~~/core/access'
import type { Finding } from '~~/core/check'
import type { Configuration } from '~~/core/configuration'
import CheckWorker from '~/workers/check?worker'
import type { CheckAnswer } from '~/workers/check'

/**
 * The findings on a configuration, computed anew in a web worker whenever it changes; the last ones stand
 * until then. While the worker is at one configuration, only the newest of those that follow waits for it. It begins
 * once the first page stands.
 */
export function useFindings(
  configuration: () => Configuration | undefined,
  directory: () => Directory | undefined,
) {
  const findings = shallowRef<Finding[]>([])
  const isCalm = useCalm()
  let worker: Worker | undefined
  let busy = false
  let stale = false
  function ask() {
    const asked = configuration()
    stale = busy
    if (busy || !isCalm.value) return
    if (!asked) return void (findings.value = [])
    worker ??= listening(take)
    busy = true
    worker.postMessage(JSON.parse(JSON.stringify({ configuration: asked, directory: directory() })))
  }
  function take(answer: CheckAnswer) {
    busy = false
    if (stale) ask()
    else findings.value = answer.findings
  }
  watch([configuration, directory, isCalm], ask, { immediate: true })
  return findings
}

function listening(take: (answer: CheckAnswer) => void): Worker {
  const worker = new CheckWorker()
  worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) => take(data)
  return worker
}

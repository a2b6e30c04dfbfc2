import type { Directory } from '~~/core/access'
import type { Finding } from '~~/core/check'
import type { Configuration } from '~~/core/configuration'
import CheckWorker from '~/workers/check?worker'
import type { CheckAnswer, CheckQuestion } from '~/workers/check'

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
  /** Whether it has been checked at all: until then nobody knows that there are none. */
  const isChecked = ref(false)
  const isCalm = useCalm()
  let worker: Worker | undefined
  let busy = false
  let stale = false
  function ask() {
    const asked = configuration()
    stale = busy
    if (busy || !isCalm.value) return
    if (!asked) return tell([], false)
    worker ??= listening(take)
    busy = true
    worker.postMessage(
      JSON.stringify({ configuration: asked, directory: directory() } satisfies CheckQuestion),
    )
  }
  function take(answer: CheckAnswer) {
    busy = false
    if (stale) ask()
    else tell(answer.findings, true)
  }
  function tell(found: Finding[], checked: boolean) {
    findings.value = found
    isChecked.value = checked
  }
  watch([configuration, directory, isCalm], ask, { immediate: true })
  return { findings, isChecked }
}

function listening(take: (answer: CheckAnswer) => void): Worker {
  const worker = new CheckWorker()
  worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) => take(data)
  return worker
}

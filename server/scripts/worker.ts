import { parentPort, workerData } from 'node:worker_threads'
import { loadSandbox, runHere, type ScriptError } from '../../core/script'
import type { ScriptAnswer, ScriptQuestion, ScriptThreadStart } from './thread'

const { port, flag } = workerData as ScriptThreadStart

function answerTo({ script, facts, limits }: ScriptQuestion): ScriptAnswer {
  try {
    return { outcome: runHere(script, facts, limits) }
  } catch (error) {
    return { fault: (error as Error).message, line: (error as ScriptError).line }
  }
}

function say(answer?: ScriptAnswer): void {
  if (answer) port.postMessage(answer)
  Atomics.store(flag, 0, 1)
  Atomics.notify(flag, 0)
}

await loadSandbox()
parentPort!.postMessage('ready')
port.on('message', (question: ScriptQuestion) => say(answerTo(question)))
say()

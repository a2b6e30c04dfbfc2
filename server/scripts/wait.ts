import { useSandbox } from '../../core/script'
import { useScripts } from '../database/busy'
import { knownSandbox, outcomeOf } from './needed'
import type { ScriptThread } from './thread'

/** Lets a background thread block for its scripts: before an act that needs them, never inside it. */
export function waitForScripts(scripts: Pick<ScriptThread, 'run'>): void {
  useScripts((question) => Promise.resolve(scripts.run(question)))
  useSandbox(knownSandbox((script, facts, limits) => outcomeOf(scripts.run({ script, facts, limits }))))
}

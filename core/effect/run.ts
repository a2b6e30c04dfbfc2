import { valueFor } from '../attribute'
import { runScript, type Script, ScriptError, scriptLimits, type ScriptOutcome } from '../script'
import { type FieldsOf, filledText } from '../shape'
import { type EffectCommand, EffectError, type EffectKind, type Moment, queued } from './effect-kind'

/** Runs a script: before the act is done where it checks, and as a job afterwards else. */
export interface RunEffect {
  kind: 'run'
  job: string
}

export const run: EffectKind<RunEffect> = {
  name: 'run',
  fields: { job: filledText(80, 'say which script runs') } satisfies FieldsOf<Omit<RunEffect, 'kind'>>,
  controls: [{ field: 'job', label: 'Script', as: 'script' }],
  blank: () => ({ job: 'job' }),
  words: ({ job }, names) => `runs ${names.script(job)}`,
  faults: () => [],
  carryOut(effect, moment) {
    const script = moment.scripts.find(({ id }) => id === effect.job)
    return script?.check ? commandsOf(script, outcomeOf(script, moment), moment) : queued(effect)
  },
}

/** What a script that checks asks for. @throws EffectError where it refuses or cannot be run through. */
function outcomeOf(script: Script, { facts, written }: Moment): ScriptOutcome {
  const wayOut = `do what ${script.name} asks for, or mend the script`
  let outcome: ScriptOutcome
  try {
    outcome = runScript(script, facts(written), scriptLimits.check)
  } catch (cause) {
    if (!(cause instanceof ScriptError)) throw cause
    throw new EffectError(`the script ${cause.message}`, wayOut, { cause })
  }
  if (outcome.refused !== null) throw new EffectError(`${script.name} refuses: ${outcome.refused}`, wayOut)
  return outcome
}

/** @throws EffectError where it writes what cannot be written. */
function commandsOf(
  { name }: Script,
  { written, told }: ScriptOutcome,
  { attributes }: Moment,
): EffectCommand<RunEffect>[] {
  return [
    ...written.map(({ attribute: id, value }): EffectCommand<RunEffect> => {
      try {
        const attribute = attributes.find((other) => other.id === id)
        if (!attribute) throw new Error(`there is no attribute “${id}” in this configuration`)
        return {
          kind: 'write-attribute',
          attribute: id,
          value: valueFor(attribute, value === null ? '' : String(value)),
        }
      } catch (cause) {
        const message = `${name} cannot write ${id}: ${(cause as Error).message}`
        throw new EffectError(message, 'mend the script', { cause })
      }
    }),
    ...told.map((letter) => ({ kind: 'tell' as const, ...letter })),
  ]
}

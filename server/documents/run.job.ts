import { valueFor } from '../../core/attribute'
import { attributeOf, type Configuration } from '../../core/configuration'
import { type Command, factsOf } from '../../core/engine'
import { runScript, type Script, ScriptError, scriptLimits, type ScriptOutcome } from '../../core/script'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import { type JobContext, JobError, type JobKindModule } from '../jobs/job-kind'
import { carryOut } from './carry-out'
import { tell } from './follow-up'
import { documentRowById, snapshot } from './rows'

/** Runs a script on a document after the act that queued it: it writes attributes and tells people. */
export const runScriptJob: JobKindModule = {
  lane: 'short',
  attempts: 3,
  givesUp: true,
  run: async (context) => {
    const { job, portion } = context
    const { effect } = job.input ?? {}
    if (effect?.kind !== 'run') throw new JobError('the job says no script')
    return portion((tx) => {
      const { configuration } = published(tx)
      const script = configuration.scripts?.find(({ id }) => id === effect.job)
      if (!script) throw new JobError(`there is no script “${effect.job}” in the configuration`)
      const outcome = outcomeOf(tx, context, script)
      const commands = commandsOf(configuration, tx, context, outcome)
      if (commands.length) {
        const row = documentRowById(tx, job.subject)
        const act = { code: 'run-script', action: `run ${script.name}` } as const
        carryOut(tx, context.actor, configuration, row, commands, act)
        tell(tx, job.subject, commands)
      }
      const { written, told, said } = outcome
      return { done: [`${written.length} written, ${told.length} told`, ...said].join('; ').slice(0, 1000) }
    })
  },
}

type Tx = Parameters<Parameters<JobContext['portion']>[0]>[0]

/** @throws JobError where the script breaks off, or refuses: what is done cannot be refused any more. */
function outcomeOf(tx: Tx, { job }: JobContext, script: Script): ScriptOutcome {
  const { transition = null, personName = '', comment = '' } = job.input!
  const document = factsOf(snapshot(tx, documentRowById(tx, job.subject)))
  const facts = { document, transition, person: { name: personName }, today: today(tx), comment }
  let outcome: ScriptOutcome
  try {
    outcome = runScript(script, facts, scriptLimits.job)
  } catch (error) {
    if (!(error instanceof ScriptError)) throw error
    throw new JobError(error.message, { cause: error })
  }
  if (outcome.refused !== null)
    throw new JobError(`${script.name} refuses (${outcome.refused}), after the act: let it check before`)
  return outcome
}

/** @throws JobError where it writes what cannot be written. */
function commandsOf(
  configuration: Configuration,
  tx: Tx,
  { job }: JobContext,
  outcome: ScriptOutcome,
): Command[] {
  const { record } = documentRowById(tx, job.subject)
  const transition = job.input!.transition?.id ?? ''
  return [
    ...outcome.written.flatMap(({ attribute: id, value }): Command[] => {
      try {
        const after = valueFor(attributeOf(configuration, id), value === null ? '' : String(value))
        const before = record[id] ?? null
        return before === after ? [] : [{ kind: 'write-attribute', attribute: id, before, after }]
      } catch (error) {
        throw new JobError(`${id} cannot be written: ${(error as Error).message}`, { cause: error })
      }
    }),
    ...outcome.told.map((letter): Command => ({ kind: 'tell', transition, ...letter })),
  ]
}

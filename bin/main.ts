import { defineCommand, renderUsage, runCommand, type CommandDef } from 'citty'
import { UsageError } from './input'
import { accessCommand } from './commands/access'
import { auditCommand } from './commands/audit'
import { backupCommand, restoreCommand, verifyCommand } from './commands/backup'
import { checkCommand } from './commands/check'
import { conditionCommand } from './commands/condition'
import { exportCommand } from './commands/export'
import { fileCommand } from './commands/file'
import { intakeCommand } from './commands/intake'
import { planCommand } from './commands/plan'
import { rehearseCommand } from './commands/rehearse'
import { revisionCommand } from './commands/revision'
import { serveCommand } from './commands/serve'
import { sessionsCommand } from './commands/sessions'

const root = defineCommand({
  meta: {
    name: 'ilmenite',
    description: 'Lifecycles, revisions and legacy intake for an engineering document vault',
  },
  subCommands: {
    serve: serveCommand,
    revision: revisionCommand,
    condition: conditionCommand,
    check: checkCommand,
    access: accessCommand,
    rehearse: rehearseCommand,
    plan: planCommand,
    export: exportCommand,
    intake: intakeCommand,
    file: fileCommand,
    audit: auditCommand,
    sessions: sessionsCommand,
    backup: backupCommand,
    restore: restoreCommand,
    verify: verifyCommand,
  },
})

/** Runs the command line. Exit codes: 0 done, 1 the answer is bad, 2 wrong use. */
export async function main(args: string[]): Promise<void> {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 2))
  const { command, parent, rest } = await find(root as CommandDef, args)
  if (rest.includes('--help') || rest.includes('-h') || command.subCommands) {
    const usage = `${await renderUsage(command, parent)}\n`
    const asked = rest.includes('--help') || rest.includes('-h')
    ;(asked ? process.stdout : process.stderr).write(usage)
    if (!asked) process.exitCode = 2
    return
  }
  try {
    await runCommand(command, { rawArgs: rest })
  } catch (error) {
    const known = error instanceof UsageError || (error as Error).name === 'CLIError'
    const { message, stack } = error as Error
    const told = known ? message : `this should not have happened: ${message ?? String(error)}`
    process.stderr.write(`ilmenite: ${process.env.ILMENITE_TRACE && stack ? stack : told}\n`)
    process.exitCode = 2
  }
}

async function find(
  command: CommandDef,
  args: string[],
  parent?: CommandDef,
): Promise<{ command: CommandDef; parent?: CommandDef; rest: string[] }> {
  const next = (command.subCommands as Record<string, CommandDef> | undefined)?.[args[0] ?? '']
  return next ? find(next, args.slice(1), command) : { command, parent, rest: args }
}

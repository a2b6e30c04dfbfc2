import { defineCommand, renderUsage, runCommand, type CommandDef } from 'citty'
import { UsageError } from './input'

/** A command is loaded when it is called: most of them need a part of the core alone. */
const commands = {
  serve: async () => (await import('./commands/serve')).serveCommand,
  create: async () => (await import('./commands/create')).createCommand,
  revision: async () => (await import('./commands/revision')).revisionCommand,
  condition: async () => (await import('./commands/condition')).conditionCommand,
  check: async () => (await import('./commands/check')).checkCommand,
  access: async () => (await import('./commands/access')).accessCommand,
  rehearse: async () => (await import('./commands/rehearse')).rehearseCommand,
  plan: async () => (await import('./commands/plan')).planCommand,
  export: async () => (await import('./commands/export')).exportCommand,
  intake: async () => (await import('./commands/intake')).intakeCommand,
  file: async () => (await import('./commands/file')).fileCommand,
  audit: async () => (await import('./commands/audit')).auditCommand,
  sessions: async () => (await import('./commands/sessions')).sessionsCommand,
  backup: async () => (await import('./commands/backup')).backupCommand,
  restore: async () => (await import('./commands/backup')).restoreCommand,
  verify: async () => (await import('./commands/backup')).verifyCommand,
}

const root = defineCommand({
  meta: {
    name: 'ilmenite',
    description: 'Lifecycles, revisions and legacy intake for an engineering document vault',
  },
  subCommands: commands as unknown as Record<string, CommandDef>,
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
  const all = command.subCommands as Record<string, CommandDef | (() => Promise<CommandDef>)> | undefined
  const next = Object.hasOwn(all ?? {}, args[0] ?? '') ? all![args[0]!] : undefined
  if (!next) return { command, parent, rest: args }
  return find(typeof next === 'function' ? await next() : next, args.slice(1), command)
}

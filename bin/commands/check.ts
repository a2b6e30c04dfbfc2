import { readFileSync } from 'node:fs'
import { defineCommand } from 'citty'
import { check, type Finding } from '../../core/check'
import type { Configuration } from '../../core/configuration'
import { configurationArgument, readConfiguration, readDirectory } from '../configuration'
import { answer } from '../input'
import { positionIn } from '../position'

/** The lists in which things stand that findings are about, by how a finding names them. */
const lists = {
  scheme: 'schemes',
  class: 'classes',
  attribute: 'attributes',
  state: 'states',
  role: 'roles',
  group: 'groups',
} as const

/** The way to the thing that a finding is about, in the configuration's JSON. */
function pathTo(configuration: Configuration, { where }: Finding): (string | number)[] {
  const at = (list: keyof Configuration, id: string) => [
    list,
    (configuration[list] as { id: string }[]).findIndex((thing) => thing.id === id),
  ]
  if (where.lifecycle === undefined) {
    const kind = (Object.keys(lists) as (keyof typeof lists)[]).find((name) => where[name] !== undefined)
    return kind ? at(lists[kind], where[kind]!) : []
  }
  const lifecycle = configuration.lifecycles.find(({ id }) => id === where.lifecycle)
  const inside = where.transition
    ? ['transitions', lifecycle?.transitions.findIndex(({ id }) => id === where.transition) ?? -1]
    : where.state
      ? ['states', lifecycle?.states.findIndex(({ state }) => state === where.state) ?? -1]
      : []
  return [...at('lifecycles', where.lifecycle), ...inside]
}

export const checkCommand = defineCommand({
  meta: { name: 'check', description: 'what is wrong or doubtful in a configuration, a finding a line' },
  args: {
    configuration: configurationArgument,
    directory: { type: 'string', description: 'the people and folders it is for, JSON', valueHint: 'D.json' },
  },
  async run({ args }) {
    const configuration = readConfiguration(args.configuration)
    const findings = check(configuration, args.directory ? readDirectory(args.directory) : undefined)
    const text = readFileSync(args.configuration, 'utf8')
    for (const finding of findings)
      await answer({ ...finding, position: positionIn(text, pathTo(configuration, finding)) })
    if (findings.some((finding) => finding.severity === 'error')) process.exitCode = 1
  },
})

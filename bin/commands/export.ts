import { defineCommand } from 'citty'
import { XMLBuilder } from 'fast-xml-parser'
import { type Element, scxml } from '../../core/formats'
import { configurationArgument, readConfiguration } from '../configuration'
import { UsageError } from '../input'

/** The tree as the builder takes it, in order. */
type Node = Record<string, unknown>
const nodeOf = ({ name, attributes = {}, children = [], text }: Element): Node => ({
  [name]: text === undefined ? children.map(nodeOf) : [{ '#text': text }],
  ':@': attributes,
})

const scxmlCommand = defineCommand({
  meta: { name: 'scxml', description: 'a lifecycle as a state machine in SCXML (W3C)' },
  args: {
    configuration: configurationArgument,
    lifecycle: { type: 'string', description: 'the lifecycle’s id', required: true, valueHint: 'ID' },
  },
  run({ args }) {
    const configuration = readConfiguration(args.configuration)
    const lifecycle = configuration.lifecycles.find(({ id }) => id === args.lifecycle)
    if (!lifecycle)
      throw new UsageError(
        `${args.configuration} has no lifecycle “${args.lifecycle}”; it has ${configuration.lifecycles.map(({ id }) => id).join(', ') || 'none'}`,
      )
    const builder = new XMLBuilder({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      format: true,
      suppressEmptyNode: true,
    })
    process.stdout.write(
      `<?xml version="1.0" encoding="UTF-8"?>${builder.build([nodeOf(scxml(configuration, lifecycle))])}\n`,
    )
  },
})

export const exportCommand = defineCommand({
  meta: { name: 'export', description: 'lifecycles in open formats' },
  subCommands: { scxml: scxmlCommand },
})

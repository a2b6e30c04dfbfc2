import { defineCommand } from 'citty'
import { check } from '../../core/check/check'
import { readConfiguration } from '../configuration'
import { answer } from '../input'

export const checkCommand = defineCommand({
  meta: { name: 'check', description: 'what is wrong or doubtful in a configuration, a finding a line' },
  args: { configuration: { type: 'positional', description: 'a configuration, JSON', required: true, valueHint: 'CONFIG.json' } },
  async run({ args }) {
    const findings = check(readConfiguration(args.configuration))
    for (const finding of findings) await answer(finding)
    if (findings.some((finding) => finding.severity === 'error')) process.exitCode = 1
  },
})

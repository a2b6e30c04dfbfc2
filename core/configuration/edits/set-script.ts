import type { Script } from '../../script'
import { object } from '../../shape'
import { named } from '../naming'
import { scriptFields } from '../shape'
import type { EditKind } from './edit-kind'

/** Puts a script in place of the one with its id, or adds it. */
export interface SetScript {
  kind: 'set-script'
  script: Script
}

export const setScript: EditKind<SetScript> = {
  fields: { script: object(scriptFields) },
  apply(configuration, { script }) {
    const { scripts = [] } = configuration
    const before = scripts.find(({ id }) => id === script.id)
    const others = scripts.filter((other) => other !== before).map((other) => other.name)
    const after = { ...script, name: named(script.name, 'script', others) }
    return {
      ...configuration,
      scripts: before ? scripts.map((other) => (other === before ? after : other)) : [...scripts, after],
    }
  },
  words({ scripts = [] }, { script: after }) {
    const before = scripts.find(({ id }) => id === after.id)
    if (!before) return `Add script ${after.name}`
    const changes = [
      ...(before.name === after.name ? [] : [`is called ${after.name}`]),
      ...(before.code === after.code ? [] : [`${after.code.split('\n').length} lines, changed`]),
      ...(Boolean(before.check) === Boolean(after.check) ? [] : [whenInWords(after)]),
    ]
    return `Script ${before.name}: ${changes.join('; ') || 'nothing changed'}`
  },
}

/** When a script runs. */
export const whenInWords = ({ check }: Script): string =>
  check ? 'runs before the act and may refuse it' : 'runs as a job afterwards'

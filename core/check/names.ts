import type { Configuration } from '../lifecycle'
import type { Finding } from './check'

/** Names that stand twice in one list, where people could not tell the two apart. */
export function catalogueNames(configuration: Configuration): Finding[] {
  const lists = [['state', configuration.states], ['lifecycle', configuration.lifecycles], ['class', configuration.classes], ['scheme', configuration.schemes]] as const
  return lists.flatMap(([kind, list]) => {
    const seen = new Set<string>()
    return list.flatMap(({ id, name }): Finding[] => {
      const folded = name.toLowerCase()
      if (!seen.has(folded)) {
        seen.add(folded)
        return []
      }
      return [{ code: 'duplicate-name', severity: 'error', where: { [kind]: id }, message: `the name ${name} stands twice among the ${kind === 'class' ? 'classes' : `${kind}s`}` }]
    })
  })
}

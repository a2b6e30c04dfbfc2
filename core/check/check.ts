import type { Directory } from '../access'
import { forOneCheck } from '../condition'
import type { Configuration } from '../configuration'
import { checkClasses } from './classes'
import { checkEffects } from './effects'
import type { Finding } from './finding'
import { checkGuards } from './guards'
import { checkLoops } from './loops'
import { checkNotices } from './notices'
import { checkPeople } from './people'
import { checkRevisions } from './revisions'
import { checkStructure } from './structure'

const weight: Record<Finding['severity'], number> = { error: 0, warning: 1, advice: 2 }

/**
 * Everything that is wrong or doubtful in a configuration (model, section 5), errors first. With a directory,
 * people and
 * folders count too; without one only what the configuration says by itself.
 */
export function check(configuration: Configuration, directory?: Directory): Finding[] {
  return forOneCheck(() => [
    ...checkRevisions(configuration),
    ...checkStructure(configuration),
    ...checkGuards(configuration),
    ...checkLoops(configuration),
    ...checkPeople(configuration, directory),
    ...checkEffects(configuration),
    ...checkNotices(configuration, directory),
    ...checkClasses(configuration),
  ]).sort((a, b) => weight[a.severity] - weight[b.severity])
}

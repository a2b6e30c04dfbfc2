import { eq } from 'drizzle-orm'
import { people } from '../../database/schema'
import { allGroups } from '../../directory/groups'
import type { LeftKind } from './left-kind'

/** Nobody of a group has ever signed in: their invitations may have got lost. */
export const silentGroups: LeftKind = {
  find(tx) {
    const members = tx
      .select({ groups: people.groups, hash: people.passwordHash })
      .from(people)
      .where(eq(people.active, true))
      .all()
    return allGroups(tx)
      .filter(({ id }) => {
        const ofGroup = members.filter(({ groups }) => groups.includes(id))
        return ofGroup.length > 0 && ofGroup.every(({ hash }) => hash === '')
      })
      .map(({ id, name }) => ({
        key: `group ${id}`,
        words: `Nobody in ${name} has ever signed in`,
        act: { words: 'Send them links', to: '/people' },
      }))
  },
}

import type { SignedIn } from '../../../shared/answers'
import { published } from '../../configuration/published'
import { lookedAtBy } from '../../utils/route'

export default route('person', ({ event, account, db }): SignedIn => {
  const { id, name, mail, administrator, groups, mailWhen } = account
  const looking = lookedAtBy(event)
  return {
    ...{ id, name, mail, administrator, groups, mailWhen },
    configuration: published(db).id,
    lookedAtBy: looking ? { id: looking.id, name: looking.name } : null,
  }
})

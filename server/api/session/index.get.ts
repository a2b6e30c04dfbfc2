import { published } from '../../configuration/published'

export default route('person', ({ account, db }) => ({
  id: account.id,
  name: account.name,
  mail: account.mail,
  administrator: account.administrator,
  groups: account.groups,
  configuration: published(db).id,
}))

import { dropRehearsal } from '../../rehearsals/acts'

export default route('administrator', ({ event, db, account }) => {
  dropRehearsal(db, account, part(event, 'id'))
  return { removed: true }
})

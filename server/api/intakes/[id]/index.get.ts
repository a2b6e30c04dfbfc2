import { intakePage } from '../../../services/intakes'

export default route('administrator', ({ event, db }) => intakePage(db, part(event, 'id')))

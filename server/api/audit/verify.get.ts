import { verify } from '../../services/audit'

export default route('administrator', ({ db }) => verify(db))

import { verify } from '../../audit/trail'

export default route('administrator', ({ db }) => verify(db))

import { configurationHistory } from '../../configuration/history'

export default route('administrator', ({ db }) => configurationHistory(db))

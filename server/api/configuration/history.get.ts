import { configurationHistory } from '../../services/configuration'

export default route('administrator', ({ db }) => configurationHistory(db))

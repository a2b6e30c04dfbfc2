import { hasAdministrator } from '../../set-up/administrator'

/** Whether the vault waits for its first administrator. */
export default route('everybody', ({ db }) => ({ waits: !hasAdministrator(db) }))

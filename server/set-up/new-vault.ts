import { emptyConfiguration } from '../../core/configuration'
import { record } from '../audit/trail'
import { insertConfiguration } from '../configuration/published'
import { atomically, type Db } from '../database/connection'
import { configurations, folders } from '../database/schema'

/** Acts that nobody does: the vault does them itself. */
export const theVault = { id: null, name: 'Ilmenite' }

/** Gives a new vault its empty configuration and its root folder. It leaves a vault that has them as it is. */
export function beginVault(db: Db): void {
  atomically(db, (tx) => {
    if (tx.select({ id: configurations.id }).from(configurations).get()) return
    insertConfiguration(tx, {
      id: 1,
      configuration: emptyConfiguration,
      personName: theVault.name,
      comment: 'An empty vault',
    })
    tx.insert(folders).values({ path: '/', key: '/', rules: {} }).onConflictDoNothing().run()
    record(tx, theVault, {
      code: 'publish',
      action: 'publish configuration',
      subject: { kind: 'configuration', id: '1', name: 'Configuration 1' },
      after: { configuration: 1 },
      why: 'An empty vault',
    })
  })
}

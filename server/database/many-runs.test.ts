import { eq, sql } from 'drizzle-orm'
import { afterEach, beforeEach, expect, it } from 'vitest'
import { emptyVault } from '../documents/vault.fixture'
import { forManyRuns } from './many-runs'
import { allOf, placeholders } from './placeholders'
import { intakeFiles } from './schema'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const file = {
  ...{ intake: 'one', path: 'Öse "A".dxf', number: null, document: 7, status: 'held', conflict: null },
  found: { path: 'Öse "A".dxf', size: 3, inside: { places: [{ place: 'REV', value: 'Ä' }] } },
  planned: null,
}
const stored = () => vault.db.select().from(intakeFiles).all()
const add = () => forManyRuns(vault.db, vault.db.insert(intakeFiles).values(allOf(intakeFiles)))

it('what is written by the plan is what Drizzle itself would write, for every kind of column', () => {
  add().run(file)
  const ours = vault.db.$client.prepare('select * from intake_files').all()
  vault.db.delete(intakeFiles).run()
  vault.db.insert(intakeFiles).values(allOf(intakeFiles)).prepare().run(file)
  expect(ours).toEqual(vault.db.$client.prepare('select * from intake_files').all())
  expect(stored()[0]).toMatchObject({ found: file.found, document: 7, number: null })
})

it('constants of a statement stay, and placeholders are filled with each run', () => {
  const run = add()
  for (const path of ['a', 'b']) run.run({ ...file, path })
  const tick = forManyRuns(
    vault.db,
    vault.db
      .update(intakeFiles)
      .set(placeholders(['status']))
      .where(sql`${eq(intakeFiles.path, sql.placeholder('path'))} and ${eq(intakeFiles.status, 'held')}`),
  )
  for (const status of ['done', 'failed']) tick.run({ path: 'a', status })
  expect(stored().map(({ path, status }) => [path, status])).toEqual([
    ['a', 'done'],
    ['b', 'held'],
  ])
})

it('a value that is not given is told, and nothing is written', () => {
  const { conflict: _conflict, ...rest } = file
  expect(() => add().run(rest)).toThrow('No value for “conflict” was given')
  expect(stored()).toEqual([])
})

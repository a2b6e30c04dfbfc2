import { anyone, creator, owner, principal } from '~~/core/access'

/** Everybody that a lifecycle can name: anyone, roles, groups, and people of the directory. */
export function usePrincipals() {
  const store = useConfiguration()
  return computed(() => {
    const { roles = [], groups = [] } = store.drafted ?? {}
    const people = (store.directory?.people ?? []).filter(({ active }) => active !== false)
    const entry = (kind: 'role' | 'group' | 'person') => (thing: { id: string; name: string }) => ({
      value: principal(kind, thing.id),
      name: thing.name,
    })
    return [
      { value: anyone, name: anyone },
      { value: owner, name: 'the owner' },
      { value: creator, name: 'the creator' },
      ...roles.map(entry('role')),
      ...groups.map(entry('group')),
      ...people.map(entry('person')),
    ]
  })
}

/** Everybody that a lifecycle can name: anyone, roles, groups, and people of the directory. */
export function usePrincipals() {
  const store = useConfiguration()
  return computed(() => {
    const { roles = [], groups = [] } = store.drafted ?? {}
    return [
      { value: 'anyone', name: 'anyone' },
      ...roles.map(({ id, name }) => ({ value: `role:${id}`, name })),
      ...groups.map(({ id, name }) => ({ value: `group:${id}`, name })),
      ...(store.directory?.people ?? [])
        .filter(({ active }) => active !== false)
        .map(({ id, name }) => ({ value: `person:${id}`, name })),
    ]
  })
}

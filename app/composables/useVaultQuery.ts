/** What the vault is asked for stands in the address: text, class, state, folder and the order. */
export function useVaultQuery() {
  const route = useRoute()
  const asked = computed(() => route.query as Record<string, string | undefined>)
  const query = computed(() => {
    const { state, lifecycle, classId, folder, intake, checkedOut, sort, descending } = asked.value
    return Object.fromEntries(
      Object.entries({
        text: asked.value.text,
        state,
        lifecycle,
        classId,
        folder,
        intake,
        checkedOut,
        sort: sort ?? 'number',
        descending: descending ?? 'false',
      }).filter(([, value]) => value),
    )
  })
  const ask = (change: Record<string, string | undefined>) =>
    goTo(
      {
        query: Object.fromEntries(Object.entries({ ...asked.value, ...change }).filter(([, value]) => value)),
      },
      { replace: true },
    )
  return { asked, query, ask }
}

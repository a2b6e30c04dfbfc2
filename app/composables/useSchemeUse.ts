import type { SchemeUse } from '~~/shared/answers'

/** Which labels of a scheme documents carry, or have carried. */
export function useSchemeUse(id: Ref<string>) {
  const store = useConfiguration()
  const use = shallowRef<SchemeUse | null>(null)
  watch(
    [id, () => store.published?.id],
    async () =>
      (use.value = await api<SchemeUse>(`schemes/${encodeURIComponent(id.value)}/use`).catch(() => null)),
    { immediate: true },
  )
  const all = computed(() => use.value?.labels ?? [])
  return {
    /** How many documents carry each label now. */
    taken: computed(
      () =>
        new Map(all.value.filter(({ current }) => current > 0).map(({ label, current }) => [label, current])),
    ),
    carrying: computed(() => all.value.reduce((sum, { current }) => sum + current, 0)),
    labels: computed(() => all.value.map(({ label }) => label)),
  }
}

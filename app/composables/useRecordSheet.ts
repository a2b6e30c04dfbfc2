import { idsOnSheet, type SheetPart, sheetOf } from '~~/core/configuration'

/**
 * The sheet that the Record view shows: that of the class in the address, with what stands on it no more behind it, or
 * every attribute. Moving an attribute moves it on that sheet alone.
 */
export function useRecordSheet(chosen: Ref<string | undefined>) {
  const store = useConfiguration()
  const route = useRoute()
  const sheet = computed(() => store.drafted?.classes.find(({ id }) => id === route.query.class))
  const parts = computed((): SheetPart[] => {
    const drafted = store.drafted
    if (!drafted) return []
    if (!sheet.value) return [{ name: null, attributes: drafted.attributes }]
    const ids = idsOnSheet(drafted, sheet.value)
    const others = drafted.attributes.filter(({ id }) => !ids.includes(id))
    const shown = sheetOf(drafted, sheet.value.id)
    return others.length ? [...shown, { name: 'Not on this sheet', attributes: others }] : shown
  })

  /** Moves the chosen attribute up or down by one, where there is another one. */
  function move(by: -1 | 1) {
    const id = chosen.value!
    const ids = sheet.value
      ? idsOnSheet(store.drafted!, sheet.value)
      : store.drafted!.attributes.map((one) => one.id)
    const at = ids.indexOf(id)
    if (at < 0 || at + by < 0 || at + by >= ids.length) return
    if (!sheet.value)
      return void store.edit({ kind: 'move-attribute', id, before: ids[by < 0 ? at - 1 : at + 2] ?? null })
    const moved = ids.toSpliced(at, 1).toSpliced(at + by, 0, id)
    void store.edit({ kind: 'set-sheet', class: sheet.value.id, attributes: moved })
  }
  return { sheet, parts, move }
}

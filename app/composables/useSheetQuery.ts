import type { RowOrder, Selection } from './useLifecycle'

export type SheetView = 'sheet' | 'map' | 'rehearsal'
const asView = (view: unknown): SheetView => (view === 'map' || view === 'rehearsal' ? view : 'sheet')

/** What a lifecycle's page shows stands in its address: the selection, the view, the order, a way to trace. */
export function useSheetQuery() {
  const route = useRoute()
  const selection = computed<Selection>(() => {
    const { state, transition, principal, part } = route.query as Record<string, string>
    if (transition) return { kind: 'transition', transition, ...(part === 'guard' ? { part } : {}) }
    if (state && principal) return { kind: 'grant', state, principal }
    return state ? { kind: 'state', state } : null
  })
  /** What stays in the address while the selection moves. */
  const kept = computed(() =>
    Object.fromEntries(
      ['view', 'only', 'order'].flatMap((key) => (route.query[key] ? [[key, String(route.query[key])]] : [])),
    ),
  )
  function select(next: Selection) {
    const { kind: _kind, ...query } = next ?? { kind: null }
    goTo({ query: { ...kept.value, ...(query as Record<string, string>) } }, { replace: true })
  }
  const view = computed(() => asView(route.query.view))
  const only = computed(() => String(route.query.only ?? ''))
  const order = computed(() => String(route.query.order ?? 'drawn') as RowOrder)
  const set = (key: string, value: string) =>
    goTo({ query: { ...route.query, [key]: value || undefined } }, { replace: true })
  /** A way that proves a finding, drawn on the sheet. */
  const trace = computed(() =>
    route.query.trace
      ? {
          states: String(route.query.trace).split('>'),
          transitions: String(route.query.along ?? '')
            .split('>')
            .filter(Boolean),
        }
      : null,
  )

  return { selection, select, view, only, order, trace, set }
}

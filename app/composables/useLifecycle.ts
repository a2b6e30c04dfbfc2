import type { Finding } from '~~/core/check'
import { type Configuration, type Edit, type Lifecycle, stateName } from '~~/core/configuration'

/** What is selected on a lifecycle sheet. */
/** How the transitions of a sheet are sorted. */
export type RowOrder = 'drawn' | 'name' | 'from' | 'who'

export type Selection =
  | { kind: 'state'; state: string }
  | { kind: 'transition'; transition: string; part?: 'guard' }
  | { kind: 'grant'; state: string; principal: string }
  | null

/** One lifecycle of the draft, and the ways to change it. */
export function useLifecycle(id: MaybeRefOrGetter<string>) {
  const store = useConfiguration()
  const configuration = computed<Configuration>(() => store.drafted!)
  const lifecycle = computed<Lifecycle | undefined>(() =>
    store.drafted?.lifecycles.find((other) => other.id === toValue(id)),
  )
  /** What is found, by what it is about: a sheet asks for each of its rows. */
  const byPlace = computed(() => {
    const places = new Map<string, Finding[]>()
    for (const finding of store.findings) {
      const { lifecycle: of, state, transition } = finding.where
      if (of !== toValue(id)) continue
      for (const place of [state && `state ${state}`, transition && `transition ${transition}`])
        if (place) places.set(place, [...(places.get(place) ?? []), finding])
    }
    return places
  })
  return {
    store,
    configuration,
    lifecycle,
    name: (state: string) => stateName(configuration.value, state),
    here: (state: string) => store.counts[toValue(id)]?.[state] ?? 0,
    findings: ({ state, transition }: { state?: string; transition?: string }) =>
      byPlace.value.get(state ? `state ${state}` : `transition ${transition}`) ?? [],
    edit: (edit: Edit) => store.edit(edit),
  }
}

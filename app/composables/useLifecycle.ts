import { stateName, type Configuration, type Edit, type Lifecycle } from '~~/core/lifecycle'

/** What is selected on a lifecycle sheet. */
export type Selection = { kind: 'state'; state: string } | { kind: 'transition'; transition: string; part?: 'guard' } | { kind: 'grant'; state: string; principal: string } | null

/** One lifecycle of the draft, and the ways to change it. */
export function useLifecycle(id: MaybeRefOrGetter<string>) {
  const store = useConfiguration()
  const configuration = computed<Configuration>(() => store.drafted!)
  const lifecycle = computed<Lifecycle | undefined>(() => store.drafted?.lifecycles.find((other) => other.id === toValue(id)))
  return {
    store, configuration, lifecycle,
    name: (state: string) => stateName(configuration.value, state),
    here: (state: string) => store.counts[toValue(id)]?.[state] ?? 0,
    findings: (where: { state?: string; transition?: string }) => store.findings.filter((finding) =>
      finding.where.lifecycle === toValue(id) && (where.state ? finding.where.state === where.state : finding.where.transition === where.transition)),
    edit: (edit: Edit) => store.edit(edit),
  }
}

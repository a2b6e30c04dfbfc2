import type { RevisionScheme } from '~~/core/revision'
import { idFor, lifecycleOf } from '~~/core/configuration'

/** A name that no scheme has: the wanted one, else with a number. */
function freshName(wanted: string, taken: string[]): string {
  const names = taken.map((name) => name.toLowerCase())
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted.trim() : `${wanted.trim()} ${n}`
    if (!names.includes(name.toLowerCase())) return name
  }
}

/** A scheme under a name and an id that no other has. */
function newScheme(from: Omit<RevisionScheme, 'id'>, others: RevisionScheme[]): RevisionScheme {
  const taken = (key: 'id' | 'name') => others.map((other) => other[key])
  const name = freshName(from.name, taken('name'))
  return { ...from, name, id: idFor(name, taken('id')) }
}

/** What is done to a scheme in the draft; `other` is the one that stands beside it. */
export function useSchemeEdits(id: Ref<string>, other: () => RevisionScheme) {
  const store = useConfiguration()
  const schemes = () => store.drafted?.schemes ?? []
  /** Counts refusals: the fields are drawn anew then, and show what is, not what was refused. */
  const refused = ref(0)
  async function change(after: RevisionScheme): Promise<boolean> {
    const done = await store.edit({ kind: 'set-scheme', scheme: after })
    if (!done) refused.value++
    return done
  }
  async function add(from: Omit<RevisionScheme, 'id'>) {
    const made = newScheme(from, schemes())
    if (!(await change(made))) return
    await goTo(`/revisions/${made.id}`)
    useNotices().say(`${made.name} is in the draft.`)
  }
  async function remove() {
    if (await store.edit({ kind: 'remove-scheme', id: id.value })) await goTo('/revisions')
  }
  async function spell(spellings: Record<string, string>) {
    const target = other()
    if (await change({ ...target, spellings: { ...target.spellings, ...spellings } }))
      useNotices().say(
        `${Object.keys(spellings).length} legacy spellings of ${target.name} are in the draft.`,
      )
  }
  async function convert(lifecycle: string, conversion: Record<string, string>) {
    const target = other()
    if (await store.edit({ kind: 'use-scheme', lifecycle, id: target.id, conversion }))
      useNotices().say(
        `In the draft: ${lifecycleOf(store.drafted!, lifecycle).name} labels by ${target.name}.`,
      )
  }

  return { refused, change, add, remove, spell, convert }
}

import type { Directory } from '~~/core/access'
import type { DocumentSnapshot } from '~~/core/engine'
import type { Beginning, RehearsedAct } from '~~/core/rehearsal'
import { rehearsalThread } from '~/composables/rehearsalThread'
import type { RehearsalAnswer } from '~/workers/rehearsal'

/** Where a rehearsal begins: a copy of a document as it stands, or a sample that is in no vault. */
function useBeginning() {
  const beginning = shallowRef<Beginning | null>(null)
  const number = ref('')
  const acts = shallowRef<RehearsedAct[]>([])
  function begin(from: Beginning) {
    number.value = from.documents[0]!.number
    acts.value = []
    beginning.value = from
  }
  /** Answers whether there is such a document. */
  const beginWith = (wanted: string) =>
    attempt(async () => begin(await api<Beginning>(`documents/${encodeURIComponent(wanted)}/rehearsal`)))
  const beginWithSample = (document: DocumentSnapshot) =>
    begin({ documents: [document], references: {}, today: new Date().toISOString().slice(0, 10) })
  return { beginning, number, acts, beginWith, beginWithSample }
}

/** Acts on a copy of a document, in the drafted configuration and the directory as it is; nothing is changed. */
export function useRehearsal() {
  const store = useConfiguration()
  const directory = useDirectory()
  const { beginning, number, acts, ...begins } = useBeginning()
  const person = ref('')
  const goal = ref('')
  const effectsOf = ref('')
  const answer = shallowRef<RehearsalAnswer | null>(null)
  const thread = rehearsalThread(
    (came) => (answer.value = came),
    () => useNotices().refuse('this took too long, and was ended: take the last act back', []),
  )
  function ask() {
    if (!store.drafted || !directory.answer || !beginning.value) return
    thread.ask({
      ...{ configuration: store.drafted, directory: directory.directory as Directory },
      ...{ beginning: beginning.value, acts: acts.value, person: person.value, number: number.value },
      ...(goal.value ? { goal: goal.value } : {}),
      ...(effectsOf.value ? { effectsOf: effectsOf.value } : {}),
    })
  }
  watch([() => store.drafted, () => directory.answer, beginning, acts, person, goal, effectsOf], ask)
  onMounted(() => directory.answer || attempt(() => directory.load()))

  return {
    ...{ ...begins, beginning, number, person, acts, goal, effectsOf, answer, isBusy: thread.isBusy },
    act: (deed: object) =>
      (acts.value = [...acts.value, { person: person.value, number: number.value, ...deed } as RehearsedAct]),
    takeBack: (to = acts.value.length - 1) => (acts.value = acts.value.slice(0, to)),
    /** Keeps the trail as a test of every publish. Answers whether it was kept. */
    keep: (name: string, lifecycle: string) =>
      attempt(() => keepTrail(name, lifecycle, beginning.value!, acts.value, answer.value!.expected)),
  }
}
export type Rehearsal = ReturnType<typeof useRehearsal>

function keepTrail(
  name: string,
  lifecycle: string,
  beginning: Beginning,
  acts: RehearsedAct[],
  expected: unknown[],
): Promise<unknown> {
  const body = { ...beginning, acts: acts.map((act, index) => ({ act, expect: expected[index] })) }
  return api('rehearsals', { method: 'POST', body: { name, lifecycle, body } })
}

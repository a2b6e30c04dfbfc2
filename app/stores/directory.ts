import { defineStore } from 'pinia'
import { type Consequences, nameIn, type DirectoryChange, type VaultDirectory } from '~~/core/directory'
import type { ChangePreview, DirectoryAnswer } from '~~/shared/answers'

/** A change that would break something, and waits for a word. */
export interface Pending {
  change: DirectoryChange | null
  /** The change that it would take back, where it is that. */
  takesBack: number | null
  preview: ChangePreview
}

const empty: VaultDirectory = { people: [], groups: [], folders: [] }

/**
 * People, groups and folders. A change is looked at first, made at once where it breaks nothing, and can be taken
 * back.
 */
export const useDirectory = defineStore('directory', () => {
  const answer = shallowRef<DirectoryAnswer | null>(null)
  const pending = shallowRef<Pending | null>(null)
  const directory = computed<VaultDirectory>(() => answer.value ?? empty)
  const folders = computed(() => [...directory.value.folders].sort((a, b) => (a.path < b.path ? -1 : 1)))
  const configuration = useConfiguration()

  const load = async () => void (answer.value = await api<DirectoryAnswer>('directory'))
  const name = (principal: string) =>
    nameIn(directory.value, configuration.drafted ?? { roles: [] }, principal)
  const personName = (id: string) => directory.value.people.find((person) => person.id === id)?.name ?? id
  const groupsOf = (id: string) => directory.value.people.find((person) => person.id === id)?.groups ?? []

  const preview = (change: DirectoryChange) =>
    api<ChangePreview>('directory/preview', { method: 'POST', body: { change } })
  const isHeavy = ({ appear }: ChangePreview) => appear.some(({ severity }) => severity !== 'advice')

  /** Makes a change; one that would break something waits until somebody has said so. Answers whether it was made. */
  async function make(change: DirectoryChange): Promise<boolean> {
    let made = false
    await attempt(async () => {
      const looked = await preview(change)
      if (looked.isNothing) return
      if (isHeavy(looked)) pending.value = { change, takesBack: null, preview: looked }
      else made = await send('directory/changes', { change, version: looked.version }, looked)
    })
    return made
  }
  async function takeBack(id: number) {
    const version = answer.value!.version
    try {
      await send(`directory/changes/${id}/take-back`, { version }, null)
    } catch (error) {
      const { message, reasons } = refusalOf(error)
      useNotices().refuse(
        message,
        reasons.map((reason) => (reason as { message?: string }).message ?? ''),
      )
    }
  }
  /** Makes the change that waits, whatever it breaks. */
  async function accept(): Promise<boolean> {
    const { change, preview: looked } = pending.value!
    return attempt(async () => {
      await send('directory/changes', { change, version: looked.version, accept: true }, looked)
      pending.value = null
    })
  }
  async function send(path: string, body: object, looked: ChangePreview | null): Promise<boolean> {
    answer.value = await api<DirectoryAnswer>(path, { method: 'POST', body })
    const { words } = looked ?? answer.value.changes[0]!
    useNotices().say(looked ? `${words}. ${rightsChangeInWords(looked.consequences)}` : words)
    await configuration.load()
    return true
  }
  return {
    answer,
    directory,
    folders,
    pending,
    load,
    name,
    personName,
    groupsOf,
    preview,
    make,
    takeBack,
    accept,
  }
})

/** What changes of rights, in a sentence. */
export function rightsChangeInWords({ people, documents }: Consequences): string {
  if (people === 0) return 'Nobody’s rights on documents change by it.'
  const whose = people === 1 ? 'One person’s' : `${people} people’s`
  return `${whose} rights change, on ${documents === 1 ? 'one document' : `${documents} documents`}.`
}

import { defineStore } from 'pinia'
import type { Directory, Folder } from '~~/core/access'
import { type Configuration, type Edit, replaying } from '~~/core/configuration'
import type { ConfigurationAnswer, DraftView, Move, Published } from '~~/shared/answers'
import { sameEdits } from './same-edits'

/**
 * The configuration in force, and the draft of the next one. Edits are made here as on the server, by the
 * same code.
 */
export const useConfiguration = defineStore('configuration', () => {
  const published = shallowRef<Published | null>(null)
  const draft = shallowRef<DraftView | null>(null)
  const folders = shallowRef<Folder[]>([])
  const seenFolders = shallowRef<string[]>([])
  const counts = shallowRef<Record<string, Record<string, number>>>({})

  const replay = replaying()
  /** What the draft would publish. */
  const drafted = computed<Configuration | null>(() => {
    if (!published.value) return null
    const { edits = [], cursor = 0 } = draft.value ?? {}
    return replay(
      published.value.configuration,
      edits.slice(0, cursor).map(({ edit }) => edit),
    )
  })
  const directory = shallowRef<Directory>()
  const { findings, isChecked } = useFindings(
    () => drafted.value ?? undefined,
    () => directory.value,
  )
  const canUndo = computed(() => (draft.value?.cursor ?? 0) > 0)
  const canRedo = computed(() => (draft.value ? draft.value.cursor < draft.value.edits.length : false))

  async function load() {
    const answer = await api<ConfigurationAnswer>('configuration')
    published.value = answer.published
    take(answer.draft)
    folders.value = answer.folders
    seenFolders.value = answer.seenFolders
    directory.value = answer.directory ?? undefined
  }
  async function loadCounts() {
    counts.value = await api('lifecycle-counts')
  }
  const change = () => draft.value?.change ?? 0
  function take(view: DraftView | null) {
    draft.value = view && { ...view, edits: sameEdits(draft.value?.edits ?? [], view.edits) }
  }

  let last: Promise<unknown> = Promise.resolve()
  /** One change after the other: each is made on the draft that the one before left, however fast they come. */
  function send(path: string, body: object, method: 'POST' | 'DELETE' = 'POST'): Promise<boolean> {
    const mine = last.then(() => sendNow(path, body, method))
    last = mine
    return mine
  }
  async function sendNow(path: string, body: object, method: 'POST' | 'DELETE') {
    const done = await attempt(async () =>
      take(await api<DraftView>(path, { method, body: { change: change(), ...body } })),
    )
    if (!done) await load()
    return done
  }
  async function publish(comment: string, moves: Move[] = []) {
    return attempt(async () => {
      await api('draft/publish', { method: 'POST', body: { change: change(), comment, moves } })
      await load()
    })
  }
  /** Takes a configuration's file into the draft. */
  const importFile = (file: File) =>
    attempt(async () =>
      take(
        await api<DraftView>('draft/import', {
          method: 'PUT',
          body: file,
          query: { change: change(), fileName: file.name },
        }),
      ),
    )
  return {
    published,
    draft,
    folders,
    seenFolders,
    directory,
    counts,
    drafted,
    findings,
    isChecked,
    canUndo,
    canRedo,
    load,
    loadCounts,
    publish,
    edit: (edit: Edit) => send('draft/edits', { edit }),
    undo: () => send('draft/undo', {}),
    redo: () => send('draft/redo', {}),
    restore: (configuration: number) => send('draft/restore', { configuration }),
    importFile,
    discard: () => send('draft', {}, 'DELETE'),
  }
})

import { changeDirectory, takenBack, type VaultDirectory } from '~~/core/directory'
import type { DirectoryChangeInFull } from '~~/shared/answers'

/** What stands before the id of a change, where an address compares with the directory as it was before it. */
export const beforeChange = 'change:'

/**
 * A directory to compare the one in force with: as it would be after the change that waits for a word, or else as it
 * was before the change that is named. Null where there is none.
 */
export function useComparedDirectory(named: Ref<string | undefined>) {
  const directory = useDirectory()
  const configuration = useConfiguration()
  const made = shallowRef<DirectoryChangeInFull | null>(null)
  watch(
    named,
    (name) =>
      attempt(async () => {
        made.value = name?.startsWith(beforeChange)
          ? await api<DirectoryChangeInFull>(`directory/changes/${name.slice(beforeChange.length)}`)
          : null
      }),
    { immediate: true },
  )
  return computed<{ directory: VaultDirectory; words: string } | null>(() => {
    const now = directory.directory
    const waiting = directory.pending?.change
    if (waiting && configuration.published) {
      const { after, words } = changeDirectory(now, waiting, configuration.published.configuration)
      return { directory: after, words: `as it would be: ${words}` }
    }
    if (!made.value || !directory.answer) return null
    const { delta, words } = made.value
    try {
      return { directory: takenBack(now, delta), words: `as it was before: ${words}` }
    } catch (error) {
      return { directory: now, words: `cannot be shown as it was before: ${(error as Error).message}` }
    }
  })
}

import type { ChainedEntry } from '~~/core/audit'
import type { DocumentPage, PossibleAct } from '~~/shared/answers'

interface ActOptions {
  body?: object
  query?: object
  file?: File
}

/** Asks the server for an act on a document as it was at `change`; a file goes as the body. */
function requestAct(
  path: string,
  change: number,
  method: 'POST' | 'PUT' | 'DELETE',
  { body, query, file }: ActOptions,
) {
  if (!file) return api(path, { method, body: { change, ...body } })
  return api(path, { method, body: file, query: { change, fileName: file.name, ...query } })
}

const trailOf = (id: string) =>
  api<ChainedEntry[]>('audit', { query: { kind: 'document', subject: id, limit: 200 } }).catch(() => [])

/** A document's page, the acts possible on it, and its trail; `load` fetches them anew. */
export function useDocument(number: MaybeRefOrGetter<string>, withTrail = false) {
  const page = shallowRef<DocumentPage | null>(null)
  const acts = shallowRef<PossibleAct[]>([])
  const trail = shallowRef<ChainedEntry[]>([])
  const missing = ref('')
  const path = (rest = '') => `documents/${encodeURIComponent(toValue(number))}${rest}`

  async function load() {
    try {
      const [document, possible] = await Promise.all([
        api<NonNullable<typeof page.value>>(path()),
        api<PossibleAct[]>(path('/acts')),
      ])
      page.value = document
      acts.value = possible
      missing.value = ''
      if (withTrail) trail.value = await trailOf(document.document.id)
    } catch (error) {
      page.value = null
      missing.value = refusalOf(error).message
    }
  }
  watch(() => toValue(number), load, { immediate: true })

  /** Asks what each act would do with this comment. */
  async function predictWith(comment: string) {
    acts.value = await api<PossibleAct[]>(path('/acts'), { query: comment.trim() ? { comment } : {} }).catch(
      () => acts.value,
    )
  }

  /** Runs an act on the document as it is shown, then shows it as it is. */
  async function act(
    rest: string,
    method: 'POST' | 'PUT' | 'DELETE',
    options: ActOptions = {},
  ): Promise<boolean> {
    const { change } = page.value!.document
    const done = await attempt(() => requestAct(path(rest), change, method, options))
    await load()
    return done
  }
  return { page, acts, trail, missing, load, act, path, predictWith }
}

import type { ChainedEntry } from '~~/core/audit'
import type { DocumentPage, PossibleAct } from '~~/shared/answers'

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
      if (withTrail)
        trail.value = await api<ChainedEntry[]>('audit', {
          query: { kind: 'document', subject: document.document.id, limit: 200 },
        }).catch(() => [])
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
    options: { body?: object; query?: object; file?: File } = {},
  ): Promise<boolean> {
    const change = page.value!.document.change
    const done = await attempt(() =>
      options.file
        ? api(path(rest), {
            method,
            body: options.file,
            query: { change, fileName: options.file.name, ...options.query },
          })
        : api(path(rest), { method, body: { change, ...options.body } }),
    )
    await load()
    return done
  }
  return { page, acts, trail, missing, load, act, path, predictWith }
}

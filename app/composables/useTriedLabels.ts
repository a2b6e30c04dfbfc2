import { useDebounceFn } from '@vueuse/core'
import { type Inference, LabelListError, readLabelList, type RevisionScheme } from '~~/core/revision'
import { historiesOf, readRegister, type RegisterEntry, RegisterError } from '~~/core/intake'
import type { LabelSource } from '~~/shared/answers'
import type { ReadLabel } from '~/workers/labels'

/** The lines of a register, where a text is one: it has columns for number and revision. */
function registerIn(text: string): RegisterEntry[] | undefined {
  try {
    return readRegister(text).entries
  } catch (error) {
    if (error instanceof RegisterError) return undefined
    throw error
  }
}

/** The labels of a file: those of a register, with their order, else a list of them. @throws LabelListError */
function labelsIn(text: string): { labels: string[]; histories: string[][] } {
  const entries = registerIn(text)
  if (!entries) return { labels: readLabelList(text), histories: [] }
  return { labels: entries.map(({ revision }) => revision), histories: historiesOf(entries) }
}

/** Labels that were typed, or that came from a folder, an archive or a file. */
function useGivenLabels() {
  const text = ref('')
  const source = ref('')
  /** What came from elsewhere: too many to show in the text field. */
  const given = shallowRef<string[] | null>(null)
  /** The labels of documents in the order in which they had them, where that came along. */
  const histories = shallowRef<string[][]>([])
  const without = ref(0)
  const fault = ref('')

  function labels(): string[] {
    fault.value = ''
    if (given.value) return given.value
    if (text.value.trim() === '') return []
    try {
      return readLabelList(text.value)
    } catch (error) {
      if (!(error instanceof LabelListError)) throw error
      fault.value = error.message
      return []
    }
  }
  function forget() {
    given.value = null
    histories.value = []
    text.value = source.value = ''
    without.value = 0
  }
  async function takeFrom(value: string) {
    source.value = value
    const [kind, ...rest] = value.split(':')
    const answer = await api<LabelSource>('labels', { query: { [kind!]: rest.join(':') } })
    given.value = answer.labels.flatMap(({ label, count }) => Array<string>(count).fill(label))
    histories.value = answer.histories
    without.value = answer.without
  }
  async function takeFile(file: File) {
    forget()
    ;({ labels: given.value, histories: histories.value } = labelsIn(await file.text()))
  }
  return { text, source, given, histories, without, fault, labels, forget, takeFrom, takeFile }
}

/** What a worker makes of the labels: where each is read in a scheme, and the scheme inferred from them. */
function useReading(
  scheme: () => RevisionScheme,
  { labels, histories, fault }: ReturnType<typeof useGivenLabels>,
) {
  const ask = useLabelWorker()
  const read = shallowRef<ReadLabel[]>([])
  const inference = shallowRef<Inference | null>(null)
  const busy = ref(false)
  let asked = 0
  async function readAll() {
    const mine = ++asked
    const list = labels()
    const failed = (error: Error) => void (fault.value = error.message)
    const answer = list.length
      ? await ask({ kind: 'read', scheme: scheme(), labels: list }).catch(failed)
      : { read: [] }
    if (mine === asked) read.value = answer?.read ?? []
  }
  async function infer() {
    const list = labels()
    if (fault.value) return
    busy.value = true
    inference.value = null
    try {
      inference.value = (await ask({ kind: 'infer', labels: list, histories: histories.value })).inference!
    } catch (error) {
      fault.value = (error as Error).message
    }
    busy.value = false
  }
  return { read, inference, busy, readAll, infer }
}

/** Labels to try in a scheme, wherever they come from, and what they say about it. */
export function useTriedLabels(scheme: () => RevisionScheme) {
  const given = useGivenLabels()
  const reading = useReading(scheme, given)
  const { readAll, read, inference } = reading
  watch(given.text, useDebounceFn(readAll, 150))
  watch(() => JSON.stringify(scheme()), readAll)
  const forget = () => {
    given.forget()
    inference.value = null
    return readAll()
  }
  const takeFrom = (value: string) =>
    attempt(async () => {
      if (!value) return forget()
      await given.takeFrom(value)
      inference.value = null
      await readAll()
    })
  async function takeFile(file: File) {
    try {
      await given.takeFile(file)
      await readAll()
    } catch (error) {
      given.given.value = null
      read.value = []
      given.fault.value = `${file.name}: ${(error as Error).message}`
    }
  }
  return { ...given, ...reading, forget, takeFrom, takeFile }
}

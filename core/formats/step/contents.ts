import type { FileProblem } from '../file-format'
import type { Source } from '../source'
import { scanStatements, type Statement } from './statements'
import { type Parameter, parameters } from './strings'

const [formation, definition] = ['PRODUCT_DEFINITION_FORMATION', 'PRODUCT_DEFINITION']
/** Types that are read, and what each counts as. */
const types: Record<string, string> = {
  ...{ FILE_DESCRIPTION: 'FILE_DESCRIPTION', FILE_NAME: 'FILE_NAME', PRODUCT: 'PRODUCT' },
  ...{ [formation]: formation, [`${formation}_WITH_SPECIFIED_SOURCE`]: formation },
  ...{ [definition]: definition, [`${definition}_WITH_ASSOCIATED_DOCUMENTS`]: definition },
  ...{ NEXT_ASSEMBLY_USAGE_OCCURRENCE: 'USE', DOCUMENT_FILE: 'FILE' },
}
const wanted = new Set(Object.keys(types))

/** A value and where it stands in the file. */
export interface StepValue {
  text: string
  from: number
  to: number
  /** Texts of a list, such as the authors, stand in parentheses. */
  isList: boolean
}

/** A product as it is known by its number in the file. */
interface Product {
  id: StepValue
  name: StepValue
}

export interface StepContents {
  header: { description?: StepValue; name?: StepValue; time?: StepValue; author?: StepValue }
  /** The product that is no component of another. */
  root: { id: StepValue; name: StepValue; version?: StepValue } | undefined
  /** Each component and linked file once. */
  references: string[]
  problems: FileProblem[]
}

/** How many products and uses of a file are read. */
const most = 200_000

/** Reads an exchange file’s header, root product and structure, in memory that is bounded. */
export function readStep(source: Source): StepContents {
  const gather = new Gather()
  const end = scanStatements(source, wanted, (statement) => gather.take(statement))
  const problems: FileProblem[] = []
  if (!end.isWhole)
    problems.push({
      code: 'cut-off',
      message: 'the file ends before its END-ISO-10303-21: it may be cut off',
    })
  if (end.tooLong)
    problems.push({
      code: 'too-much',
      message: 'an entity of over 1 MB stands where a name is expected; it is not read',
    })
  if (gather.count > most)
    problems.push({
      code: 'too-much',
      message: `the file has more than ${most} products; the others are not read`,
    })
  const { header, references } = gather
  const root = gather.root()
  if (gather.isCircular)
    problems.push({
      code: 'damaged',
      message: 'an assembly of the file contains itself: no product is its root',
    })
  return { header, root, references: [...gather.components(), ...references], problems }
}

class Gather {
  readonly header: StepContents['header'] = {}
  readonly references = new Set<string>()
  isCircular = false
  count = 0
  private readonly products = new Map<string, Product>()
  private readonly formations = new Map<string, { version: StepValue; product: string }>()
  private readonly definitions = new Map<string, string>()
  private readonly uses: { within: string; used: string }[] = []

  take({ id, type, bytes, at }: Statement): void {
    if (++this.count > most) return
    const all = parameters(bytes)
    const value = (index: number) => valueOf(all[index], at)
    const reference = (index: number) => (all[index]?.kind === 'other' ? all[index].text : '')
    const kind = types[type]
    if (kind === 'FILE_DESCRIPTION') this.header.description = value(0)
    else if (kind === 'FILE_NAME')
      Object.assign(this.header, { name: value(0), time: value(1), author: value(2) })
    else if (kind === 'PRODUCT') this.products.set(id, { id: value(0), name: value(1) })
    else if (kind === formation) this.formations.set(id, { version: value(0), product: reference(2) })
    else if (kind === definition) this.definitions.set(id, reference(2))
    else if (kind === 'USE') this.uses.push({ within: reference(3), used: reference(4) })
    else if (value(0).text.trim()) this.references.add(value(0).text.trim())
  }

  /** The product that a definition is of. */
  private productOf = (definition: string): string | undefined =>
    this.formations.get(this.definitions.get(definition) ?? '')?.product

  root(): StepContents['root'] {
    const used = new Set(this.uses.map((use) => this.productOf(use.used)))
    const assemblies = new Set(this.uses.map(({ within }) => this.productOf(within)))
    const top = [...this.products.keys()].filter((id) => !used.has(id))
    this.isCircular = this.products.size > 0 && !top.length
    const id = top.find((one) => assemblies.has(one)) ?? top[0]
    if (id === undefined) return undefined
    const version = [...this.formations.values()].find(({ product }) => product === id)?.version
    return { ...this.products.get(id)!, ...(version && { version }) }
  }

  components(): string[] {
    const names = this.uses.flatMap(({ used }) => {
      const product = this.products.get(this.productOf(used) ?? '')
      return product ? [product.id.text.trim() || product.name.text.trim()] : []
    })
    return [...new Set(names)].filter((name) => name)
  }
}

/** A string, or the texts of a list; nothing where a file has neither. */
function valueOf(parameter: Parameter | undefined, at: number): StepValue {
  if (!parameter) return { text: '', from: 0, to: 0, isList: false }
  const place = { from: at + parameter.from, to: at + parameter.to }
  if (parameter.kind !== 'list')
    return { text: parameter.kind === 'string' ? parameter.text : '', ...place, isList: false }
  const texts = parameter.items.flatMap((item) =>
    item.kind === 'string' && item.text.trim() ? [item.text] : [],
  )
  return { text: texts.join(', '), ...place, isList: true }
}

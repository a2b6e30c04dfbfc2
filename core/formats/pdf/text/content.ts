import { identity, type Matrix, moved, times } from '../../sheet/matrix'
import type { PdfFile } from '../file'
import { type PdfDictionary, PdfFault, type PdfObject, PdfScan } from '../objects'
import { type PdfFont, readFont } from './font'

/** A run of text as it is shown: from where to where along its line, and how high it is, in the units of the page. */
export interface Run {
  text: string
  /** From the space of its text to the page. */
  matrix: Matrix
  /** Along its line, in the space of its text. */
  length: number
  height: number
}

/** How far apart, in sizes, are two words, and two texts. */
export const gaps = { word: 0.16, text: 0.5 }

/** How much of a document's pages is read. */
const most = { operators: 2_000_000, runs: 20_000, depth: 8, letters: 5000 }

/** What is set by operators, and kept and taken back with `q` and `Q` (8.4, 9.3). */
interface Graphics {
  matrix: Matrix
  font: PdfFont | undefined
  size: number
  leading: number
  between: number
  blank: number
  stretch: number
  rise: number
}

const initial: Graphics = {
  ...{ matrix: identity, font: undefined, size: 0, leading: 0 },
  ...{ between: 0, blank: 0, stretch: 1, rise: 0 },
}

/** Reads what the contents of pages show as text (9.4); what is drawn is passed over. */
export class ContentReader {
  private runs: Run[] = []
  private operators = 0
  private readonly fonts = new Map<PdfDictionary, PdfFont>()
  private graphics = initial
  private readonly kept: Graphics[] = []
  private text: Matrix = identity
  private line: Matrix = identity

  constructor(private readonly file: PdfFile) {}

  get isFull(): boolean {
    return this.operators >= most.operators || this.runs.length >= most.runs
  }

  /** What was shown since the last time. */
  take(): Run[] {
    const taken = this.runs
    this.runs = []
    return taken
  }

  /** Reads a content with its resources; what is damaged ends it. */
  read(bytes: Uint8Array, resources: PdfDictionary | undefined, matrix: Matrix = identity, depth = 0): void {
    const [before, kept] = [this.graphics, this.kept.length]
    this.graphics = { ...(depth ? before : initial), matrix }
    const scan = new PdfScan(bytes, 0, false)
    try {
      this.run(scan, resources, depth)
    } catch (error) {
      if (!(error instanceof PdfFault)) throw error
    }
    this.kept.length = kept
    this.graphics = before
  }

  private run(scan: PdfScan, resources: PdfDictionary | undefined, depth: number): void {
    let operands: PdfObject[] = []
    while (scan.at < scan.bytes.length && !this.isFull) {
      const operator = scan.operator()
      if (operator === undefined) {
        scan.skipBlank()
        if (scan.at >= scan.bytes.length) return
        operands.push(scan.object())
        if (operands.length > 64) operands = operands.slice(-32)
        continue
      }
      this.operators++
      if (operator === 'ID') scan.at = endOfPicture(scan)
      else if (operator === 'Do') this.show(operands[0], resources, depth)
      else if (operator === 'Tf') this.setFont(operands, resources)
      else handlers[operator]?.(this, operands)
      operands = []
    }
  }

  /** A form is a content of its own (8.10); pictures are passed over. */
  private show(name: PdfObject | undefined, resources: PdfDictionary | undefined, depth: number): void {
    const reference = this.resource(resources, 'XObject', name)
    const form = this.file.dictionary(reference)
    const subtype = this.file.resolve(form?.entries.get('Subtype'))
    const isForm = subtype && typeof subtype === 'object' && 'name' in subtype && subtype.name === 'Form'
    const bytes = isForm && depth < most.depth ? this.file.stream(reference) : undefined
    if (!bytes) return
    const own = matrixOf(this.file.resolve(form!.entries.get('Matrix')))
    const inner = this.file.dictionary(form!.entries.get('Resources')) ?? resources
    const texts = [this.text, this.line] as const
    this.read(bytes, inner, times(this.graphics.matrix, own), depth + 1)
    ;[this.text, this.line] = texts
  }

  private setFont([name, size]: PdfObject[], resources: PdfDictionary | undefined): void {
    const dictionary = this.file.dictionary(this.resource(resources, 'Font', name))
    this.set({ font: dictionary && this.fontOf(dictionary), size: number(size) })
  }

  private fontOf(dictionary: PdfDictionary): PdfFont {
    const known = this.fonts.get(dictionary) ?? readFont(this.file, dictionary)
    this.fonts.set(dictionary, known)
    return known
  }

  private resource(
    resources: PdfDictionary | undefined,
    kind: string,
    name: PdfObject | undefined,
  ): PdfObject | undefined {
    const own = name && typeof name === 'object' && 'name' in name ? name.name : ''
    return this.file.dictionary(resources?.entries.get(kind))?.entries.get(own)
  }

  set(part: Partial<Graphics>): void {
    this.graphics = { ...this.graphics, ...part }
  }

  keep(): void {
    if (this.kept.length < 1000) this.kept.push(this.graphics)
  }

  takeBack(): void {
    this.graphics = this.kept.pop() ?? this.graphics
  }

  concat(operands: PdfObject[]): void {
    this.set({ matrix: times(this.graphics.matrix, matrixOf(operands)) })
  }

  begin(): void {
    this.text = this.line = identity
  }

  place(matrix: Matrix): void {
    this.text = this.line = matrix
  }

  /** To the next line, so far from the beginning of this one. */
  next(x: number, y: number): void {
    this.place(times(this.line, moved(x, y)))
  }

  nextLine(): void {
    this.next(0, -this.graphics.leading)
  }

  /** Shows strings, with what moves the next one nearer or away between them, in thousandths of the size. */
  showText(operands: readonly PdfObject[]): void {
    const { font, size, stretch } = this.graphics
    let run: Run = this.newRun()
    for (const operand of operands) {
      if (typeof operand === 'number') {
        const by = (-operand / 1000) * size * stretch
        this.text = times(this.text, moved(by, 0))
        if (by > gaps.text * size) run = this.newRun()
        else run.length += by
        if (by > gaps.word * size && run.text) run.text += ' '
      } else if (font && operand && typeof operand === 'object' && 'bytes' in operand)
        this.showString(font(operand.bytes), run)
    }
  }

  /** A run that begins here; it counts once something stands in it. */
  private newRun(): Run {
    const { matrix, size, rise } = this.graphics
    return { text: '', matrix: times(matrix, times(this.text, moved(0, rise))), length: 0, height: size }
  }

  private showString(shown: ReturnType<PdfFont>, run: Run): void {
    const { size, between, blank, stretch } = this.graphics
    if (!run.text) this.runs.push(run)
    let length = 0
    for (const { text, advance, isBlank } of shown) {
      if (run.text.length < most.letters) run.text += text
      length += ((advance / 1000) * size + between + (isBlank ? blank : 0)) * stretch
    }
    run.length += length
    this.text = times(this.text, moved(length, 0))
  }
}

const number = (object: PdfObject | undefined): number => (typeof object === 'number' ? object : 0)

function matrixOf(object: PdfObject | PdfObject[]): Matrix {
  const values = Array.isArray(object) ? object.map(number) : []
  return values.length === 6 ? (values as unknown as Matrix) : identity
}

/** What operators do that set something or show text. */
const handlers: Record<string, (reader: ContentReader, operands: PdfObject[]) => void> = {
  q: (reader) => reader.keep(),
  Q: (reader) => reader.takeBack(),
  cm: (reader, operands) => reader.concat(operands),
  BT: (reader) => reader.begin(),
  Tc: (reader, [value]) => reader.set({ between: number(value) }),
  Tw: (reader, [value]) => reader.set({ blank: number(value) }),
  Tz: (reader, [value]) => reader.set({ stretch: number(value) / 100 }),
  TL: (reader, [value]) => reader.set({ leading: number(value) }),
  Ts: (reader, [value]) => reader.set({ rise: number(value) }),
  Td: (reader, [x, y]) => reader.next(number(x), number(y)),
  TD(reader, [x, y]) {
    reader.set({ leading: -number(y) })
    reader.next(number(x), number(y))
  },
  Tm: (reader, operands) => reader.place(matrixOf(operands)),
  'T*': (reader) => reader.nextLine(),
  Tj: (reader, [text]) => reader.showText([text ?? null]),
  TJ: (reader, [texts]) => reader.showText(Array.isArray(texts) ? texts : []),
  "'"(reader, [text]) {
    reader.nextLine()
    reader.showText([text ?? null])
  },
  '"'(reader, [blank, between, text]) {
    reader.set({ blank: number(blank), between: number(between) })
    reader.nextLine()
    reader.showText([text ?? null])
  },
}

/** Where a picture within the content ends (8.9.7): at `EI` between blanks. */
function endOfPicture({ bytes, at }: PdfScan): number {
  const isBlank = (byte: number | undefined) => byte === undefined || byte <= 32
  for (let end = at + 1; end < bytes.length; end++)
    if (bytes[end] === 69 && bytes[end + 1] === 73 && isBlank(bytes[end - 1]) && isBlank(bytes[end + 2]))
      return end + 2
  return bytes.length
}

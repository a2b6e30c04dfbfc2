/** A text that is no list of labels; the message is for people. */
export class LabelListError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'LabelListError'
  }
}

/** More than this is no list of labels but something else. */
const mostLabels = 1_000_000

/**
 * The labels of a pasted or uploaded text: one a line, or with tabs, semicolons or commas between. Blank
 * lines are passed over.
 * @throws LabelListError where the text is empty, is not text at all, or has far more than a list would.
 */
export function readLabelList(text: string): string[] {
  const foreign = /[\u0000-\u0008\u000e-\u001f\ufffd]/.exec(text)
  if (foreign)
    throw new LabelListError(
      `line ${lineOf(text, foreign.index)} has characters that no text has: this is not a list of labels. Save it as text, one label a line`,
    )
  if (/^\s*[[{]/.test(text))
    throw new LabelListError('this looks like JSON, not like a list of labels: give one label a line')
  const labels = text
    .replace(/^\uFEFF/, '')
    .split(/[\r\n\t;,]+/)
    .map((label) => label.trim())
    .filter(Boolean)
  if (labels.length === 0) throw new LabelListError('the list is empty: give one label a line')
  if (labels.length > mostLabels)
    throw new LabelListError(
      `the list has ${labels.length.toLocaleString('en')} labels; up to ${mostLabels.toLocaleString('en')} can be read at once`,
    )
  return labels
}

const lineOf = (text: string, at: number) => text.slice(0, at).split('\n').length

import { editDistance } from '../support'
import type { RevisionScheme } from './types'
import { labelAt } from './format'
import { prepareScheme } from './prepare'

/** The legal labels that look most like a text: at most three, by edit distance, those of earlier series first. */
export function nearestLabels(scheme: RevisionScheme, text: string): string[] {
  if (text.length > 24) return []
  const folded = text.toUpperCase()
  const scored = usualLabels(scheme)
    .map((label, order) => ({ label, order, far: editDistance(folded, label.toUpperCase()) }))
    .filter(({ label, far }) => far <= Math.max(1, Math.floor(label.length / 2)))
  scored.sort((a, b) => a.far - b.far || a.order - b.order)
  return scored.slice(0, 3).map(({ label }) => label)
}

/** The labels a document is likely to carry: the first thirty majors of each series, each with its first few minors. */
function usualLabels(scheme: RevisionScheme): string[] {
  const labels: string[] = []
  prepareScheme(scheme).series.forEach((series, index) => {
    for (let major = 0; major < Math.min(30, series.major.size); major++)
      for (const minor of [null, 0, 1, 2, 3]) {
        const label = labelAt(scheme, { series: index, major, minor })
        if (label !== undefined) labels.push(label)
      }
  })
  return labels
}

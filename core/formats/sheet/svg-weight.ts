import { attributeOf, type XmlElement } from '../xml'

/** So much more than its own shapes a drawing may unfold to. */
const mostUnfolded = 100_000
/** What is painted through a mask or with a pattern takes about as long as so many shapes. */
const painted = 20

/** Whether a drawing unfolds to very much more than stands in it. */
export const unfolds = (root: XmlElement, elements: readonly XmlElement[]): boolean =>
  weightOf(root, elements) > elements.length + mostUnfolded

/**
 * How many shapes a browser draws of a drawing: `use`, patterns, masks and markers draw other parts again, which may do
 * the same. Each part is weighed once, from the innermost outwards; what refers to itself in a circle is drawn by no
 * browser and weighs nothing there. A marker stands at each point of its line.
 */
function weightOf(root: XmlElement, elements: readonly XmlElement[]): number {
  const byId = new Map<string, XmlElement>()
  for (const element of elements) {
    const id = attributeOf(element, 'id')?.value
    if (id !== undefined && !byId.has(id)) byId.set(id, element)
  }
  const known = new Map<XmlElement, number>()
  const open = new Set<XmlElement>()
  const stack = [root]
  while (stack.length) {
    const element = stack.at(-1)!
    const needed = [...element.children, ...referredBy(element, byId).map(({ to }) => to)]
    if (!open.has(element)) {
      open.add(element)
      for (const one of needed) if (!known.has(one) && !open.has(one)) stack.push(one)
      continue
    }
    stack.pop()
    if (known.has(element)) continue
    const inner = element.children.reduce((sum, child) => sum + (known.get(child) ?? 0), 0)
    const referred = referredBy(element, byId).reduce(
      (sum, { to, times }) => sum + times * (painted + (known.get(to) ?? 0)),
      0,
    )
    known.set(element, Math.min(1 + inner + referred, Number.MAX_SAFE_INTEGER))
    open.delete(element)
  }
  return known.get(root)!
}

/** The parts that an element draws besides its own, and how often. */
function referredBy(
  element: XmlElement,
  byId: ReadonlyMap<string, XmlElement>,
): { to: XmlElement; times: number }[] {
  const found: { to: XmlElement; times: number }[] = []
  const add = (id: string, times: number) => {
    const to = byId.get(id.trim())
    if (to) found.push({ to, times })
  }
  for (const { name, value } of element.attributes) {
    if (/^(?:xlink:)?href$/i.test(name)) {
      if (value.startsWith('#')) add(value.slice(1), 1)
    } else if (value.includes('url('))
      for (const [, id] of value.matchAll(/url\(\s{0,20}["']?#([^"')]{1,200})/gi))
        add(id!, /marker/i.test(name + value) ? pointsIn(element) : 1)
  }
  return found
}

/** About how many points a line has. */
const pointsIn = (element: XmlElement): number =>
  ['d', 'points'].reduce((sum, name) => sum + (attributeOf(element, name)?.value.length ?? 0) / 4, 1)

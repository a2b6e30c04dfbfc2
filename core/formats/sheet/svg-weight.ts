import { attributeOf, type XmlElement } from '../xml'

/** The shapes that a drawing may add by reuse. */
const mostUnfolded = 100_000
/** The cost of painting through a mask or with a pattern, in shapes. */
const painted = 20

/** Whether reuse multiplies the shapes of a drawing beyond the limit. */
export const unfolds = (root: XmlElement, elements: readonly XmlElement[]): boolean =>
  weightOf(root, elements) > elements.length + mostUnfolded

/**
 * Counts the shapes that a browser draws. `use`, patterns, masks and markers repeat other parts, which may repeat
 * further ones, so the tree of repetitions can be exponential while the graph of references is small. A depth-first
 * walk with an explicit stack weighs each element once: itself, its children, and each referenced part times its
 * uses. A reference back to an element that is still open closes a circle; browsers do not draw it, so it weighs
 * nothing. A marker is drawn at each point of its line.
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

/** The parts that an element references, and how often it draws each. */
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

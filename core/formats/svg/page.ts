import type { Box } from '../blocks/free-place'
import { attributeOf, type XmlElement } from '../xml'

/** How wide a drawing is that says nothing of its size, as browsers have it. */
const usual = { width: 300, height: 150 }

/** What can be seen of a drawing, in the units of its root, with y upwards. */
export function pageOf(root: XmlElement): Box {
  const view = viewOf(root)
  const [x, y, width, height] = view ?? [
    ...[0, 0],
    Number.parseFloat(attributeOf(root, 'width')?.value ?? '') || usual.width,
    Number.parseFloat(attributeOf(root, 'height')?.value ?? '') || usual.height,
  ]
  return { left: x!, right: x! + width!, top: -y!, bottom: -(y! + height!) }
}

function viewOf(root: XmlElement): number[] | undefined {
  const values = (attributeOf(root, 'viewBox')?.value ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const isSound = values.length === 4 && values.every(Number.isFinite) && values[2]! > 0 && values[3]! > 0
  return isSound ? values : undefined
}

/** New values of attributes of the root, with which a drawing is seen to the right and the foot of a sheet. */
export function widened(
  root: XmlElement,
  page: Box,
  sheet: Box,
): { from: number; to: number; value: string }[] {
  const [width, height] = [
    grown(page.right - page.left, sheet.right - page.right),
    grown(page.top - page.bottom, page.bottom - sheet.bottom),
  ]
  const view = viewOf(root) && attributeOf(root, 'viewBox')
  const isWider = sheet.right > page.right || sheet.bottom < page.bottom
  return [
    ...(view && isWider
      ? [{ ...view, value: [page.left, -page.top, width, height].map(short).join(' ') }]
      : []),
    ...sized(root, 'width', width / (page.right - page.left)),
    ...sized(root, 'height', height / (page.top - page.bottom)),
  ]
}

/** A size that has grown, with a little room beside what it has grown for. */
const grown = (size: number, by: number): number => (by > 0 ? size + by * 1.02 : size)

function sized(root: XmlElement, name: 'width' | 'height', by: number) {
  const said = attributeOf(root, name)
  const size = /^([\d.]+)([a-z]*)$/.exec(said?.value.trim() ?? '')
  return said && size && by !== 1 ? [{ ...said, value: `${short(Number(size[1]) * by)}${size[2]}` }] : []
}

const short = (value: number): string => String(Number(value.toFixed(3)))

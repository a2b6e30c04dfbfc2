import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { sourceOf } from '../source'
import { drawSvg } from './svg-sheet'

const draw = (inner: string, attributes = 'width="200" height="100"') =>
  drawSvg(
    sourceOf(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inner}</svg>`,
      ),
    ),
  )

describe('an SVG drawing', () => {
  it('is drawn as it is', () => {
    const { svg } = draw('<g transform="scale(2)"><path d="M0 0L9 9" style="stroke:red"/></g>')
    expect(svg).toContain('<g transform="scale(2)"><path d="M0 0L9 9" style="stroke:red"></path></g>')
  })
  it.each([
    ['viewBox="0 0 40 30" width="200mm"', { width: 40, height: 30 }],
    ['width="200mm" height="100mm"', { width: 200, height: 100 }],
    ['', { width: 300, height: 150 }],
  ])('has the size that it says: %s', (attributes, size) => expect(draw('', attributes)).toMatchObject(size))
  it('says which place of the file its texts are', () =>
    expect(draw('<text id="REV">C</text>').svg).toContain('data-place="field:REV"'))
  it.each([
    ['a script', '<script>alert(1)</script>'],
    ['an event', '<rect onload="alert(1)" width="1"/>'],
    ['a link', '<a href="https://x.example"><rect width="1"/></a>'],
    [
      'foreign content',
      '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml" onload="alert(1)"/></foreignObject>',
    ],
    ['a reference outside', '<use xlink:href="https://x.example/#a"/>'],
    ['a picture from outside', '<image href="https://x.example/a.png"/>'],
    ['a picture that is a drawing', '<image href="data:image/svg+xml;base64,AAAA"/>'],
    ['an address in a style', '<rect style="fill:url(https://x.example/a)"/>'],
    ['an address that is written in escapes', '<rect style="fill:u\\72l(https://x.example/a)"/>'],
    ['a style sheet that loads', '<style>@import "https://x.example/a.css";</style>'],
    ['an animation', '<rect><set attributeName="href" to="javascript:alert(1)"/></rect>'],
    ['an end of the style', '<style>&lt;/style>&lt;script>alert(1)&lt;/script></style>'],
  ])('loses %s', (_, inner) =>
    expect(draw(inner).svg).not.toMatch(/alert|x\.example|script>|svg\+xml|javascript/),
  )
  it('writes the rules of its style sheet where their classes stand, and styles nothing else', () => {
    const { svg } = draw(
      '<style>body{display:none}\n    .thick,\n .red{stroke:red} .thick{stroke-width:3}</style><path class="thick" style="fill:none" d="M0 0"/>',
      'style="position:fixed" class="bar"',
    )
    expect(svg).toContain('style="stroke:red;stroke-width:3;fill:none"')
    expect(svg).not.toMatch(/<style|display|position|class=/)
  })
  it('is soon done with what is made to be slow', () => {
    const slow = `<rect fill="${'url('.repeat(20_000)}${' '.repeat(100_000)}"/><style>${'.a'.repeat(50_000)}{</style>`
    const started = performance.now()
    draw(slow)
    expect(performance.now() - started).toBeLessThan(5000)
  })
  it.each([
    ['an address in capitals', '<image HREF="/api/audit/verify"/><use XLINK:HREF="/api/audit/verify"/>'],
    ['an element in capitals', '<IMAGE href="/api/audit/verify"/>'],
    ['a picture of a page in a description', '<desc><image src="/api/audit/verify"/></desc>'],
    ['a picture of a page in a title', '<title><image href="/api/audit/verify"/></title>'],
    ['a function that loads', '<rect fill="image-set(\'/api/audit/verify\' 1x)"/>'],
    ['a function that loads in a style', '<rect style="mask:image-set (\'/api/audit/verify\' 1x)"/>'],
    ['a property that loads', '<rect style="cursor:url(#a);background:url(#a);-moz-x:1"/>'],
    ['an element of a page', '<image xmlns="http://www.w3.org/1999/xhtml" src="/api/audit/verify"/>'],
  ])('loses %s', (_, inner) => expect(draw(inner).svg).not.toMatch(/\/api\/|cursor|background|moz/i))
  it('lets nothing pose as a place of the file, or as a part of the page', () => {
    const forged = 'data-place="field:SIGNED" DATA-PLACE="field:SIGNED" class="el-button" role="button"'
    const { svg } = draw(`<text id="REV" ${forged}>C</text><rect id="app"/>`)
    expect(svg.match(/data-place="[^"]*"/gi)).toEqual(['data-place="field:REV"'])
    expect(svg).not.toMatch(/id="app"|class=|role=/)
  })
  it.each([
    ['uses of uses', (inner: string) => `<use href="#${inner}"/>`],
    ['patterns of patterns', (inner: string) => `<rect fill="url(#${inner})"/>`],
  ])('that unfolds by %s is refused', (_, one) => {
    const level = (depth: number) => `<g id="l${depth}">${one(`l${depth - 1}`).repeat(10)}</g>`
    const levels = Array.from({ length: 9 }, (_, depth) => level(depth + 1)).join('')
    expect(() => draw(`<g id="l0"><rect/></g>${levels}<use href="#l9"/>`)).toThrow('unfolds')
  })
  it('that is used in a circle, or often, is drawn', () => {
    const often = '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/><rect/></g>'
    expect(draw(`${often}${'<use href="#b"/>'.repeat(500)}`).svg).toContain('<rect>')
  })
  it('keeps what refers to itself, and pictures that it holds', () => {
    const head = Buffer.from('89504e470d0a1a0a0000000d4948445200000010000000100802000000', 'hex')
    const picture = `<image href="data:image/png;base64,${head.toString('base64')}"/>`
    const gradient = '<defs><linearGradient id="a"/></defs>'
    const { svg } = draw(`${gradient}<rect fill="url('#a') red"/><use xlink:href="#a"/>${picture}`)
    expect(svg).toMatch(/fill="url\(#file-a\) red".*href="#file-a".*data:image\/png;base64,iVBO/)
  })
  it('shows no picture that would take a computer’s memory', () => {
    const head = Buffer.from('89504e470d0a1a0a0000000d49484452000065900000659008020000', 'hex')
    expect(draw(`<image href="data:image/png;base64,${head.toString('base64')}"/>`).svg).not.toContain(
      'data:',
    )
  })
  it.each(['figure.svg', 'outline.svg'])('by another program is drawn: %s', (name) =>
    expect(drawSvg(sourceOf(readFileSync(`tests/corpus/${name}`))).svg).toMatch(
      /<(?:path|polyline|polygon|line)/,
    ),
  )
})

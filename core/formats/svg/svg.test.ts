import { describe, expect, it } from 'vitest'
import { readFile, sourceOf, writeFile } from '..'
import { joined } from '../source'

const bytes = (text: string) => new Uint8Array(Buffer.from(text))
const svg = (inner: string, head = '') =>
  bytes(
    `${head}<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink">${inner}</svg>`,
  )
const read = async (content: Uint8Array) => {
  const reading = await readFile(sourceOf(content), 'a.svg')
  return { ...reading, values: Object.fromEntries(reading.places.map(({ place, value }) => [place, value])) }
}
const written = async (content: Uint8Array, place: string, value: string) => {
  const { parts, problems } = await writeFile(sourceOf(content), 'a.svg', [{ place, value }])
  expect(problems).toEqual([])
  return Buffer.from(joined(parts!)).toString()
}
const rdf =
  '<metadata><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:cc="http://creativecommons.org/ns#"><cc:Work>' +
  '<dc:title>Jaw</dc:title><dc:creator><cc:Agent><dc:title>Mara</dc:title></cc:Agent></dc:creator>' +
  '<dc:subject><rdf:Bag><rdf:li>grip</rdf:li><rdf:li>jaw</rdf:li></rdf:Bag></dc:subject></cc:Work></rdf:RDF></metadata>'

describe('a drawing in SVG', () => {
  it('has its title in two places, and both are written', async () => {
    const content = svg(`<title>Jaw</title>${rdf}`)
    expect((await read(content)).values).toEqual({
      ...{ 'core:title': 'Jaw', 'core:author': 'Mara', 'core:keywords': 'grip, jaw' },
    })
    const text = await written(content, 'core:title', 'A & B')
    expect(text.match(/A &amp; B/g)).toHaveLength(2)
    expect(text).toContain('<dc:title>Mara</dc:title>')
  })
  it('has a place for each text with an id, however it is set', async () => {
    const content = svg(
      '<text id="REV">C</text><text id="NAME"><tspan>Grip </tspan><tspan>jaw</tspan></text><text>x</text>',
    )
    expect((await read(content)).values).toEqual({ 'field:REV': 'C', 'field:NAME': 'Grip jaw' })
    expect(await written(content, 'field:NAME', 'Pin')).toContain('<tspan>Pin</tspan><tspan></tspan>')
  })
  it('takes a title that it had not, also where it is empty', async () => {
    expect(await written(svg('<g/>'), 'core:title', 'x')).toContain('><title>x</title><g/>')
    expect(await written(bytes('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'core:title', 'x')).toBe(
      '<svg xmlns="http://www.w3.org/2000/svg"><title>x</title></svg>',
    )
  })
  it('refers to files, not to data or to itself', async () => {
    const content = svg(
      '<image xlink:href="a.png"/><image href="data:image/png;base64,AA"/><use href="#p"/><use href="parts.svg#p"/>',
    )
    expect((await read(content)).references).toEqual([{ target: 'a.png' }, { target: 'parts.svg' }])
  })
  it('with a harmless document type, comments and sections of text is read', async () => {
    const head =
      '<?xml version="1.0"?><!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/x.dtd" [<!ENTITY a "b">]><!-- <title>no</title> -->'
    expect((await read(svg('<title><![CDATA[A < B & C]]></title>', head))).values).toEqual({
      'core:title': 'A < B & C',
    })
  })
  it('in an old encoding is read and written in it', async () => {
    const content = new Uint8Array(
      Buffer.from('<?xml version="1.0" encoding="ISO-8859-1"?><svg><title>Stra\xdfe</title></svg>', 'latin1'),
    )
    expect((await read(content)).values).toEqual({ 'core:title': 'Straße' })
    const { parts } = await writeFile(sourceOf(content), 'a.svg', [{ place: 'core:title', value: 'Weg ß' }])
    expect((await read(joined(parts!))).values).toEqual({ 'core:title': 'Weg ß' })
  })
})

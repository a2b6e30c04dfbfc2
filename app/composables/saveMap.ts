/** A map's SVG as a file of a kind: as it is, painted at twice its size, or as a page of its own size. */
export async function saveMap(svg: string, kind: 'svg' | 'png' | 'pdf', name: string): Promise<void> {
  const file = `${name}.${kind}`
  if (kind === 'svg') return saveFile(new Blob([svg], { type: 'image/svg+xml' }), file)
  const element = new DOMParser().parseFromString(svg, 'image/svg+xml').documentElement
  const [width, height] = [Number(element.getAttribute('width')), Number(element.getAttribute('height'))]
  saveFile(kind === 'png' ? await painted(svg, width, height) : await page(element, width, height), file)
}

async function painted(svg: string, width: number, height: number): Promise<Blob> {
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await image.decode()
  // Browsers refuse canvases beyond some size: very large maps are painted smaller.
  const scale = Math.min(2, 8000 / Math.max(width, height))
  const canvas = Object.assign(document.createElement('canvas'), {
    width: Math.round(width * scale),
    height: Math.round(height * scale),
  })
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((done, fail) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : fail(new Error('the browser could not paint the map'))),
      'image/png',
    ),
  )
}

async function page(element: HTMLElement, width: number, height: number): Promise<Blob> {
  const [{ jsPDF: Pdf }] = await Promise.all([import('jspdf'), import('svg2pdf.js')])
  const pdf = new Pdf({
    orientation: width > height ? 'landscape' : 'portrait',
    unit: 'pt',
    format: [width, height],
  })
  await pdf.svg(element, { x: 0, y: 0, width, height })
  return pdf.output('blob')
}

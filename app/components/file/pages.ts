import * as pdfjs from 'pdfjs-dist'
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url'
import type { Raster } from './rasters'

pdfjs.GlobalWorkerOptions.workerSrc = worker

/** The pages of a PDF, in points. @throws Error where it cannot be opened */
export async function openPages(address: string): Promise<Raster> {
  const bytes = await $fetch<ArrayBuffer>(address, { responseType: 'arrayBuffer' })
  const book = await pdfjs.getDocument({ data: new Uint8Array(bytes) }).promise.catch((error: Error) => {
    if (error.name === 'PasswordException') throw new Error('a password is needed to open it')
    throw error
  })
  return {
    pages: book.numPages,
    size: async (page) => (await book.getPage(page)).getViewport({ scale: 1 }),
    draw: async (page, canvas, scale) => {
      const sheet = await book.getPage(page)
      await sheet.render({ canvas, viewport: sheet.getViewport({ scale }) }).promise
    },
    close: () => void book.loadingTask.destroy(),
  }
}

import { type FileView, viewOf } from './kinds'

/** A file as pages that can be drawn, in sizes of its own. */
export interface Raster {
  pages: number
  size: (page: number) => Promise<{ width: number; height: number }>
  /** Draws a page into the upper left of a canvas; `scale` is of its own size. */
  draw: (page: number, canvas: HTMLCanvasElement, scale: number) => Promise<void>
  close: () => void
}

/** How the kinds of files become pages. @throws what stands against it, in the words of whoever answers */
export const rasters = {
  pages: async (address) => (await import('./pages')).openPages(address),
  picture: openPicture,
  drawn: openSheet,
} satisfies Partial<Record<FileView, (address: string) => Promise<Raster>>>
/** A kind of files that can be drawn as pages. */
export type Drawable = keyof typeof rasters

/** How a file becomes pages; undefined where it does not. */
export const drawableOf = (fileName: string): Drawable | undefined => {
  const view = viewOf(fileName)
  return view && view in rasters ? (view as Drawable) : undefined
}

const ofOne = (
  picture: CanvasImageSource,
  width: number,
  height: number,
  close: () => void = () => {},
): Raster => ({
  pages: 1,
  size: async () => ({ width, height }),
  draw: async (_, canvas, scale) =>
    canvas.getContext('2d')!.drawImage(picture, 0, 0, width * scale, height * scale),
  close,
})

/** A picture is drawn from its bytes, so that nothing of it is ever taken for a page. */
async function openPicture(address: string): Promise<Raster> {
  const bytes = await $fetch<Blob>(address, { responseType: 'blob' })
  const picture = await createImageBitmap(bytes).catch(() => {
    throw new Error('the picture cannot be read')
  })
  return ofOne(picture, picture.width, picture.height, () => picture.close())
}

/** A sheet that the server draws. */
async function openSheet(address: string): Promise<Raster> {
  const svg = await $fetch<string>(`${address}/sheet`, { responseType: 'text' })
  const [, , width = 1, height = 1] =
    /viewBox="([^"]*)"/
      .exec(svg)?.[1]
      ?.split(/[\s,]+/)
      .map(Number) ?? []
  const sized = svg.replace('<svg ', `<svg width="${width}" height="${height}" `)
  const picture = new Image()
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(sized)}`
  await picture.decode()
  return ofOne(picture, width, height)
}

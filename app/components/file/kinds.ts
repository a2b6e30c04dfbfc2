/** How the kinds of files are shown, by their endings: what a browser can show of a file decides, not who made it. */
const views = {
  drawn: ['dxf', 'svg'],
  pages: ['pdf'],
  picture: ['png', 'jpg', 'jpeg', 'gif', 'webp', 'bmp'],
  text: ['txt', 'csv', 'tsv', 'md', 'log', 'json', 'xml'],
  body: ['step', 'stp', 'p21'],
} as const
export type FileView = keyof typeof views

/** How a file is shown; undefined for what is only downloaded. */
export function viewOf(fileName: string): FileView | undefined {
  const ending = /\.([^.]+)$/.exec(fileName)?.[1]?.toLowerCase() ?? ''
  return (Object.keys(views) as FileView[]).find((view) =>
    (views[view] as readonly string[]).includes(ending),
  )
}

import { addServerTemplate, addTypeTemplate, defineNuxtModule, extendPages } from 'nuxt/kit'
import type { Rollup } from 'vite'

/** What a page consists of beside the entry that every page begins with. */
interface Parts {
  /** What an address of the page matches: the text of a regular expression. */
  path: string
  scripts: string[]
  styles: string[]
}
const types = `declare module '#parts-ahead' {
  const parts: { path: string; scripts: string[]; styles: string[] }[]
  export default parts
}`
type Chunk = Rollup.OutputChunk & { viteMetadata?: { importedCss: Set<string> } }

/**
 * Tells the server the parts of each page, as `#parts-ahead`: they are on their way before the entry has run and knows
 * which page it shows.
 */
export default defineNuxtModule({
  meta: { name: 'parts-ahead' },
  setup(_, nuxt) {
    const pages: { path: string; file: string }[] = []
    extendPages((found) => {
      pages.push(...found.map(({ path, file = '' }) => ({ path, file })))
    })
    let parts: Parts[] = []
    nuxt.hook('vite:extendConfig', (config, { isClient }) => {
      if (!isClient) return
      config.plugins!.push({
        name: 'parts-ahead',
        generateBundle(_options, bundle) {
          parts = pages.map(({ path, file }) => ({ path: matchOf(path), ...partsOf(bundle, file) }))
        },
      })
    })
    addServerTemplate({
      filename: '#parts-ahead',
      getContents: () => `export default ${JSON.stringify(parts)}`,
    })
    addTypeTemplate({ filename: 'types/parts-ahead.d.ts', getContents: () => types }, { nitro: true })
  },
})

/** The expression that the paths of a page match: what stands for a parameter is any name. */
const matchOf = (path: string): string => `^${path.replaceAll(/:\w+\(\)/g, '[^/]+')}/?$`

/** The chunk with a page's component, and what it imports, without what the entry imports. */
function partsOf(bundle: Rollup.OutputBundle, file: string): Omit<Parts, 'path'> {
  const chunks = Object.values(bundle).filter((part): part is Chunk => part.type === 'chunk')
  const within = (chunk: Chunk, seen: Set<Chunk>): Set<Chunk> => {
    if (seen.has(chunk)) return seen
    seen.add(chunk)
    for (const name of chunk.imports) within(bundle[name] as Chunk, seen)
    return seen
  }
  const entry = chunks
    .filter(({ isEntry }) => isEntry)
    .reduce((seen, chunk) => within(chunk, seen), new Set<Chunk>())
  const own = chunks.find(({ moduleIds }) => moduleIds.includes(file))
  const added = own ? [...within(own, new Set())].filter((chunk) => !entry.has(chunk)) : []
  return {
    scripts: added.map(({ fileName }) => fileName),
    styles: added.flatMap(({ viteMetadata }) => [...(viteMetadata?.importedCss ?? [])]),
  }
}

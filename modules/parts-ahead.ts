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
  /** The parts of each page beside the entry. */
  export const parts: { path: string; scripts: string[]; styles: string[] }[]
  /** The fonts of every page. */
  export const fonts: string[]
}`
type Chunk = Rollup.OutputChunk & {
  viteMetadata?: { importedCss: Set<string>; importedAssets: Set<string> }
}

/**
 * Tells the server the parts of each page, as `#parts-ahead`: they are on their way before the entry has run and knows
 * which page it shows. So are the fonts: text that is laid out before they come asks the system for others, and is laid
 * out again.
 */
export default defineNuxtModule({
  meta: { name: 'parts-ahead' },
  setup(_, nuxt) {
    const pages: { path: string; file: string }[] = []
    extendPages((found) => {
      pages.push(...found.map(({ path, file = '' }) => ({ path, file })))
    })
    let parts: Parts[] = []
    let fonts: string[] = []
    nuxt.hook('vite:extendConfig', (config, { isClient }) => {
      if (!isClient) return
      config.plugins!.push({
        name: 'parts-ahead',
        generateBundle(_options, bundle) {
          const chunks = Object.values(bundle).filter((part): part is Chunk => part.type === 'chunk')
          const entry = withImports(
            bundle,
            chunks.filter(({ isEntry }) => isEntry),
          )
          fonts = [...entry].flatMap(({ viteMetadata }) => fontsAmong(viteMetadata?.importedAssets))
          parts = pages.map(({ path, file }) => {
            const own = chunks.filter(({ moduleIds }) => moduleIds.includes(file))
            const added = [...withImports(bundle, own)].filter((chunk) => !entry.has(chunk))
            return { path: matchOf(path), ...namesOf(added) }
          })
        },
      })
    })
    addServerTemplate({
      filename: '#parts-ahead',
      getContents: () =>
        `export const parts = ${JSON.stringify(parts)}\nexport const fonts = ${JSON.stringify(fonts)}`,
    })
    addTypeTemplate({ filename: 'types/parts-ahead.d.ts', getContents: () => types }, { nitro: true })
  },
})

/** The expression that the paths of a page match: what stands for a parameter is any name. */
const matchOf = (path: string): string => `^${path.replaceAll(/:\w+\(\)/g, '[^/]+')}/?$`

/** Chunks with all that they import. */
function withImports(bundle: Rollup.OutputBundle, chunks: Chunk[], seen = new Set<Chunk>()): Set<Chunk> {
  for (const chunk of chunks) {
    if (seen.has(chunk)) continue
    seen.add(chunk)
    const imported = chunk.imports.map((name) => bundle[name] as Chunk)
    withImports(bundle, imported, seen)
  }
  return seen
}

const fontsAmong = (assets: Set<string> = new Set()): string[] =>
  [...assets].filter((name) => name.endsWith('.woff2'))

const namesOf = (chunks: Chunk[]): Omit<Parts, 'path'> => ({
  scripts: chunks.map(({ fileName }) => fileName),
  styles: chunks.flatMap(({ viteMetadata }) => [...(viteMetadata?.importedCss ?? [])]),
})

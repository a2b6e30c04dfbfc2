import { fonts, parts } from '#parts-ahead'
import { holderOf } from '../sessions/sessions'
import { token } from '../utils/session'
import { vault } from '../utils/vault'

/** What every page asks for first, fetched by the browser while the page’s programs are still on their way. */
const first = ['session', 'configuration']

const pages = parts.map(({ path, ...names }) => ({ path: new RegExp(path), ...names }))

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('render:html', (html, { event }) => {
    // The browser would use a refusal that was fetched ahead even after somebody has signed in.
    const session = token(event, 'session')
    if (event.path.startsWith('/sign-in') || !session || !holderOf(vault().db, session)) return
    const [, lifecycle] = /^\/lifecycles\/([\w-]+)\?(?:.*&)?view=map(?:&|$)/.exec(event.path) ?? []
    for (const path of [...first, ...(lifecycle ? [`lifecycles/${lifecycle}/map-layout`] : [])])
      html.head.push(`<link rel="preload" as="fetch" href="/api/${path}" crossorigin>`)
    const [address] = event.path.split('?')
    const { scripts = [], styles = [] } = pages.find(({ path }) => path.test(address!)) ?? {}
    for (const name of scripts) html.head.push(`<link rel="modulepreload" href="/${name}" crossorigin>`)
    for (const name of fonts)
      html.head.push(`<link rel="preload" as="font" type="font/woff2" href="/${name}" crossorigin>`)
    for (const name of styles) html.head.push(`<link rel="preload" as="style" href="/${name}" crossorigin>`)
  })
})

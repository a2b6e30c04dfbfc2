const entities: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
}
const escaped = (text: string): string => text.replace(/[&<>"']/g, (found) => entities[found]!)

/** Addresses in a text lead where they say. */
const withLinks = (html: string): string =>
  html.replace(/https?:\/\/[^\s<]*[^\s<.,;:!?)&]/g, (address) => `<a href="${address}">${address}</a>`)

/** A letter’s text as HTML: paragraphs, line breaks and links, nothing else. */
export function asHtml(body: string, link: string | null): string {
  const paragraphs = body
    .trim()
    .split(/\n{2,}/)
    .map((paragraph) => `<p>${withLinks(escaped(paragraph)).replaceAll('\n', '<br>')}</p>`)
  const way = link ? [`<p><a href="${escaped(link)}">Open it in the vault</a></p>`] : []
  const style = 'font-family: sans-serif; color: #2a2731'
  return `<!doctype html><html><body style="${style}">${[...paragraphs, ...way].join('')}</body></html>`
}

/** A letter’s text with its link beneath. */
export const asText = (body: string, link: string | null): string =>
  link ? `${body.trimEnd()}\n\n${link}\n` : body

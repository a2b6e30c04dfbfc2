/** The document that a letter leads to, by its number; undefined where it is about none. */
export function aboutIn(link: string | null): string | undefined {
  if (!link || !URL.canParse(link)) return undefined
  const { pathname, searchParams } = new URL(link)
  const [, number] = /^\/vault\/([^/]+)$/.exec(pathname) ?? []
  return number === undefined ? (searchParams.get('document') ?? undefined) : decodeURIComponent(number)
}

/** Invisible characters: controls, direction marks, line separators, unassigned and private ones. */
const unseen = /[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\p{Cs}\p{Co}\p{Cn}]/gu

/** The first invisible character of a text, as `U+202E`; undefined if there is none. */
export function unseenIn(text: string): string | undefined {
  const [found] = text.match(unseen) ?? []
  return found && `U+${found.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`
}

/** Removes invisible characters. */
export const withoutUnseen = (text: string): string => text.replace(unseen, '')

/** Characters that show nothing, or turn what is around them: controls, marks of direction, line ends. */
const unseen = /[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\p{Cs}\p{Co}\p{Cn}]/gu

/** The first character of a text that nobody sees, by its code point; undefined where there is none. */
export function unseenIn(text: string): string | undefined {
  const [found] = text.match(unseen) ?? []
  return found && `U+${found.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`
}

/** A text without what nobody sees. */
export const withoutUnseen = (text: string): string => text.replace(unseen, '')

/** A text with what a standard font of PDF can show (Windows-1252, nearly); the rest stands as a question mark. */
export const printable = (text: string): string =>
  text
    .replace(/\t/g, '    ')
    .replace(/[\u2018\u2019]/g, "'")
    .replace(/[\u201c\u201d]/g, '"')
    .replace(/[\u2013\u2014]/g, '-')
    .replace(/[^\n\r\x20-\x7e\xa0-\xff]/g, '?')

/** A text in CEL's double quotes; what JSON escapes differently is escaped by its code. */
export const quoted = (text: string): string =>
  JSON.stringify(text).replace(/\\[bf]/g, (escape) => (escape === '\\b' ? '\\u0008' : '\\u000c'))

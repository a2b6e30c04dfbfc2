/** A file's bytes as text: UTF-8, or Windows-1252 where they are not that. */
export function textOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    // In one piece, Node.js 20 takes Windows-1252 for ISO 8859-1, and loses “ ” – and €.
    return new TextDecoder('windows-1252').decode(bytes, { stream: true })
  }
}

const compiled = new Map<string, RegExp>()

/** The expression of a glob: `*` any text, `?` one character, all else as it stands; the whole text must match. */
export function globPattern(glob: string): RegExp {
  let pattern = compiled.get(glob)
  if (!pattern) {
    const source = glob
      .replace(/\*+/g, '*')
      .replace(/[\\^$.|+()[\]{}]/g, '\\$&')
      .replace(/\*/g, '.*')
      .replace(/\?/g, '.')
    pattern = new RegExp(`^${source}$`, 'su')
    if (compiled.size > 500) compiled.clear()
    compiled.set(glob, pattern)
  }
  return pattern
}

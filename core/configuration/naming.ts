/** An edit that cannot be made as asked; nothing has changed. */
export class EditError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'EditError'
  }
}

/** An id for a name, different from those taken: “On hold” gives `on-hold`. */
export function idFor(name: string, taken: string[]): string {
  const plain =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'unnamed'
  for (let n = 1; ; n++) {
    const id = n === 1 ? plain : `${plain}-${n}`
    // Names such as `constructor`, which every object has, cannot be ids.
    if (!taken.includes(id) && !(id in Object.prototype)) return id
  }
}

/** A name as it is kept. @throws EditError where it is empty, too long, or taken. */
export function named(name: string, what: string, others: string[]): string {
  const trimmed = name.trim()
  if (trimmed === '') throw new EditError(`the ${what} needs a name`)
  if (trimmed.length > 80) throw new EditError(`a ${what}’s name has at most 80 characters`)
  if (others.some((other) => other.toLowerCase() === trimmed.toLowerCase()))
    throw new EditError(`there is already a ${what} called ${trimmed}`)
  return trimmed
}

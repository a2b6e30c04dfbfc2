/**
 * A largest matching between chairs and people by augmenting paths (Berge’s lemma): `options` lists for each chair the
 * people who may sit on it. Whoever is seated already in `seated` stays seated, though perhaps elsewhere.
 * @returns the person of each chair that has one.
 */
export function matching(
  options: readonly (readonly number[])[],
  seated: ReadonlyMap<number, number> = new Map(),
): Map<number, number> {
  const personOf = new Map(seated)
  const chairOf = new Map([...seated].map(([chair, person]) => [person, chair]))
  const seat = (chair: number, tried: Set<number>): boolean => {
    for (const person of options[chair]!) {
      if (tried.has(person)) continue
      tried.add(person)
      const taken = chairOf.get(person)
      if (taken !== undefined && !seat(taken, tried)) continue
      chairOf.set(person, chair)
      personOf.set(chair, person)
      return true
    }
    return false
  }
  options.forEach((_, chair) => personOf.has(chair) || seat(chair, new Set()))
  return personOf
}

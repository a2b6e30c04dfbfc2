/**
 * The same function, which remembers what it made of the latest texts: guards and templates are read over and over.
 * Forgets everything once it knows `most`, so that a stream of ever new texts takes no more memory than that.
 */
export function remembered<Made>(most: number, make: (text: string) => Made): (text: string) => Made {
  const known = new Map<string, Made>()
  return (text) => {
    let made = known.get(text)
    if (made === undefined) {
      if (known.size >= most) known.clear()
      known.set(text, (made = make(text)))
    }
    return made
  }
}

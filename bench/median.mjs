/** The middle one of a list of figures. */
export const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]

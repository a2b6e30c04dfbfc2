/** What a template's names stand for, where it is read out. */
const phrases: Record<string, string> = {
  'to.name': 'the state’s name',
  'from.name': 'the earlier state’s name',
  today: 'the day',
  'person.name': 'who fires it',
  number: 'the number',
  revision: 'the label',
  comment: 'the comment',
}

/** A template as a person reads it: “the state’s name”, “the label, the day”; names of attributes by `nameOf`. */
export function templateInWords(template: string, nameOf: (attribute: string) => string): string {
  if (/\{%|\|/.test(template)) return 'a text made by a template'
  const parts = template.split(/(\{\{[^}]*\}\})/).filter(Boolean)
  if (parts.every((part) => !part.startsWith('{{'))) return `“${template}”`
  return parts
    .map((part) => {
      const name = /^\{\{\s*(.*?)\s*\}\}$/.exec(part)?.[1]
      return name === undefined ? part : (phrases[name] ?? nameOf(name))
    })
    .join('')
    .trim()
}

import { type ScriptOutcome, ScriptError } from './script'

/** The most of each that a script may ask for. */
const most = { written: 1000, told: 100, said: 200, text: 10_000 }

/** Who may be named by a script that tells. */
const recipient =
  /^(owner|creator|lastEditor|nextSigners|mail:.{1,200}|anyone|(role|group|person):[A-Za-z0-9-]+)$/

const nameable = 'owner, creator, lastEditor, nextSigners, role:…, group:…, person:… or mail:…'

/** What a script asked for, from the text that came out of its sandbox. @throws ScriptError where it is too much. */
export function readOutcome(text: string): ScriptOutcome {
  const { written, told, said, refused } = JSON.parse(text) as ScriptOutcome
  for (const [name, list] of Object.entries({ written, told }))
    if (list.length > most[name as 'written' | 'told'])
      throw new ScriptError(`a script may ask for ${most[name as 'written' | 'told']} of these at most`)
  for (const { attribute, value } of written)
    if (typeof value === 'object' && value !== null)
      throw new ScriptError(
        `${attribute} is written with ${(value as { none: string }).none}: give a text, a number, true, false or null`,
      )
  for (const letter of told) requireLetter(letter)
  return {
    written,
    told,
    said: said.slice(0, most.said).map((line) => String(line).slice(0, most.text)),
    refused: refused === null ? null : String(refused).slice(0, 500),
  }
}

function requireLetter({ to, subject, body }: ScriptOutcome['told'][number]): void {
  if (to.length === 0) throw new ScriptError('a letter goes to nobody: name somebody in the list')
  const stranger = to.find((one) => typeof one !== 'string' || !recipient.test(one))
  if (stranger !== undefined)
    throw new ScriptError(`“${String(stranger)}” is nobody who can be told: name ${nameable}`)
  if (subject.length > 500 || body.length > most.text)
    throw new ScriptError('a letter has a subject of up to 500 characters and a body of up to 10,000')
}

/** A script of the administrator’s; it stands in the configuration. */
export interface Script {
  id: string
  name: string
  /** JavaScript (ECMA-262): the body of a function. */
  code: string
  /** Whether it runs before the act is done, and may refuse it; else it runs as a job afterwards. */
  check?: boolean
}

/** What a script gets of a document: its facts, and nothing else of the vault. */
export interface ScriptFacts {
  document: {
    number: string
    class: string
    lifecycle: string
    state: string
    folder: string
    fileName: string
    revision: string | null
    version: number
    owner: string
    creator: string
    lastEditor: string
    record: Record<string, string | number | boolean | null>
  }
  transition: { id: string; name: string; from: string; to: string } | null
  person: { name: string }
  /** ISO day. */
  today: string
  comment: string
  /** What stands at the places of its file, for a script that works on files. */
  places?: Record<string, string>
}

/** How a script may be used up, and how much it may take. */
export interface ScriptLimits {
  /** Milliseconds. */
  time: number
  /** Bytes. */
  memory: number
}

/** A script that holds an act up, and one that runs as a job. */
export const scriptLimits = {
  check: { time: 250, memory: 8 * 2 ** 20 },
  job: { time: 2000, memory: 64 * 2 ** 20 },
} satisfies Record<string, ScriptLimits>

/** What a script asked for: attributes in the order in which they were written, letters, or a refusal. */
export interface ScriptOutcome {
  written: { attribute: string; value: string | number | boolean | null }[]
  told: { to: string[]; subject: string; body: string }[]
  /** What it says while it is tried. */
  said: string[]
  refused: string | null
}

/** A script that does not run through; the message is for whoever wrote it. */
export class ScriptError extends Error {
  constructor(
    message: string,
    /** Counted from 1, where it is known. */
    readonly line?: number,
  ) {
    super(message)
    this.name = 'ScriptError'
  }
}

/** The names that a script may use, for whoever writes one. */
export const scriptNames: Record<string, string> = {
  'document.number': 'the document’s number',
  'document.record.ATTRIBUTE': 'a value of its record',
  'document.state': 'where it stands; also class, lifecycle, folder, fileName, revision, version, owner',
  'transition.name': 'what is carried out; also id, from, to',
  'person.name': 'who did it',
  today: 'the day, as 2026-03-01',
  comment: 'what was said with it',
  'places["field:REV"]': 'what stands at a place of the file, where a job works on files',
  'write(attribute, value)': 'writes into the record; at a place, where a job works on files',
  'tell([recipient], subject, body)': 'sends a letter: to "owner", "role:lead", "mail:yard@example.org"',
  'refuse(reason)': 'refuses the act; of a script that checks',
  'say(text)': 'shows something while it is tried',
}

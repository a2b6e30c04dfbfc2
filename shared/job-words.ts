import type { JobKind } from './answers/jobs'

/** How a kind of job is spoken of: while it runs, and as something to choose. */
export interface JobWords {
  doing: string
  name: string
  /** What a ready job is about, after what it does. */
  subject?: string
  /** What it does, for whoever chooses it. */
  about?: string
}

/** Every kind of job. One that is missing here does not compile. */
export const jobWords: Record<JobKind, JobWords> = {
  'intake-read': { doing: 'Reading', name: 'Read an archive' },
  'intake-plan': { doing: 'Planning', name: 'Plan an intake' },
  'intake-run': { doing: 'Bringing in', name: 'Run an intake' },
  verify: {
    doing: 'Verifying',
    name: 'Verify the vault',
    subject: 'the vault',
    about: 'reads every stored content and holds it to its hash; looks at registers and the audit trail',
  },
  backup: {
    doing: 'Backing up',
    name: 'Back the vault up',
    subject: 'the vault',
    about: 'writes database and contents into one file, while everybody works on',
  },
  restore: {
    doing: 'Restoring on trial',
    name: 'Restore a backup on trial',
    subject: 'the newest backup',
    about: 'brings the newest backup back beside the data, verifies it, and clears it away',
  },
  digest: {
    doing: 'Gathering',
    name: 'Send the digest',
    subject: 'the letters of the day',
    about: 'gathers what waits for those who want one letter a day',
  },
  remind: {
    doing: 'Reminding',
    name: 'Remind',
    subject: 'those who are asked',
    about: 'writes to those who are asked for what has waited longer than so many days',
  },
  move: {
    doing: 'Moving',
    name: 'Move what may move',
    subject: 'what may move',
    about: 'tries the unattended transitions of every document where it stands',
  },
  'read-files': { doing: 'Reading', name: 'Read files into records' },
  'write-files': { doing: 'Writing', name: 'Write records into files' },
  files: { doing: 'Working on files of', name: 'Work on files' },
  copy: { doing: 'Copying', name: 'Copy to a folder' },
  render: { doing: 'Rendering', name: 'Render a PDF' },
  run: { doing: 'Running a script on', name: 'Run a script' },
}

/** What a ready job is about, in words. */
export const subjectOf = (kind: JobKind): string => jobWords[kind].subject ?? 'the vault'

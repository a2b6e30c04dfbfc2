import type { Configuration, Lifecycle, StateUse } from '../core/configuration'
import type { Right } from '../core/access'
import { groups } from './world'

const all: Right[] = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move', 'delete']
const stewards = { 'group:vault-administration': all }
const read: Right[] = ['see', 'open']

const use = (state: string, phase: StateUse['phase'], rest: Partial<StateUse>): StateUse => ({
  state,
  phase,
  content: phase === 'working' ? 'open' : 'closed',
  ...rest,
  grants: { ...rest.grants, ...stewards },
})
/** Formats that have properties of their own. */
const office = ['docx', 'xlsx', 'odt', 'ods', 'pdf']
const stamp = [{ kind: 'write' as const, attribute: 'stamp', value: '{{ to.name }}' }]
const issueStamp = [
  { kind: 'write' as const, attribute: 'stamp', value: '{{ to.name }} {{ today }}' },
  { kind: 'write' as const, attribute: 'issued_by', value: '{{ person.name }}' },
]
const vaultOffice = ['group:vault-administration']

/** Sorts what comes in from before the vault to the state that its legacy status says, without a hand. */
const legacyIntake: Lifecycle = {
  id: 'legacy-intake',
  name: 'Legacy intake',
  scheme: 'workshop-letters',
  revisionAttribute: 'revision',
  entry: 'sorting',
  states: [
    use('sorting', 'working', {
      adoption: true,
      guidance: 'Leaves by itself: issued and superseded by the legacy status, all else to drafting.',
      grants: { 'role:author': ['see', 'history', 'open', 'edit', 'move'] },
    }),
    use('drafting', 'working', {
      newRevision: 'minor',
      grants: {
        'role:author': ['see', 'history', 'open', 'edit', 'move'],
        'role:lead': ['see', 'open', 'move'],
      },
    }),
    use('issued', 'issued', {
      newRevision: 'major',
      grants: { 'role:author': ['see', 'history', 'open', 'move'], anyone: read },
    }),
    use('superseded', 'retired', { final: true, grants: { 'role:author': ['see', 'history'] } }),
  ],
  transitions: [
    {
      ...{
        id: 'sort-issued',
        name: 'Sort to issued',
        from: ['sorting'],
        to: 'issued',
        trigger: 'unattended',
      },
      ...{ guard: 'legacy_status == "issued"', revision: 'adopt:legacy_revision', effects: stamp },
    },
    {
      ...{ id: 'sort-superseded', name: 'Sort to superseded', from: ['sorting'], to: 'superseded' },
      ...{ trigger: 'unattended', guard: 'legacy_status == "superseded"' },
      ...{ revision: 'adopt:legacy_revision', effects: stamp },
    },
    {
      ...{ id: 'sort-drafting', name: 'Sort to drafting', from: ['sorting'], to: 'drafting' },
      ...{ trigger: 'unattended', guard: 'legacy_status != "issued" && legacy_status != "superseded"' },
      ...{ revision: 'keep', effects: stamp },
    },
    {
      ...{ id: 'issue', name: 'Issue', from: ['drafting'], to: 'issued', trigger: 'hand' },
      ...{ firedBy: ['role:lead'], notBy: ['lastEditor'], revision: 'settle', effects: issueStamp },
    },
    {
      ...{ id: 'revise', name: 'Revise', from: ['issued'], to: 'drafting', trigger: 'hand' },
      ...{ firedBy: ['role:author'], revision: 'major', effects: stamp },
    },
  ],
}

/** The configuration that the demo starts with. */
export const configuration: Configuration = {
  format: 'ilmenite-configuration/1',
  attributes: [
    {
      ...{ id: 'title', name: 'Title', type: 'text' },
      bindings: [
        { extensions: ['dxf', 'svg'], place: 'field:TITLE', mode: 'both' },
        { extensions: office, place: 'core:title', mode: 'both' },
      ],
    },
    {
      id: 'material',
      name: 'Material',
      type: 'choice',
      choices: ['S355', 'S690', '42CrMo4', 'EN-GJS-400', 'AlMgSi1', 'Bronze', 'PE-UHMW'],
      bindings: [{ extensions: ['dxf', 'docx'], place: 'property:Material', mode: 'read' }],
    },
    { id: 'mass', name: 'Mass', type: 'number', min: 0, unit: 'kg' },
    { id: 'finish', name: 'Finish', type: 'choice', choices: ['zinc', 'paint', 'raw'] },
    { id: 'issued_by', name: 'Issued by', type: 'text', systemOnly: true },
    {
      ...{ id: 'stamp', name: 'Status stamp', type: 'text', systemOnly: true },
      bindings: [
        { extensions: ['dxf', 'svg'], place: 'field:STATUS', mode: 'write' },
        { extensions: office, place: 'property:Status', mode: 'write' },
      ],
    },
    {
      ...{ id: 'revision', name: 'Revision', type: 'text', systemOnly: true },
      bindings: [
        { extensions: ['dxf'], place: 'field:REV', mode: 'write' },
        { extensions: ['step', 'stp'], place: 'product:version', mode: 'write' },
      ],
    },
    { id: 'legacy_revision', name: 'Legacy revision', type: 'text' },
    { id: 'legacy_status', name: 'Legacy status', type: 'text' },
    { id: 'legacy_date', name: 'Legacy date', type: 'date' },
    { id: 'legacy_author', name: 'Legacy author', type: 'text' },
  ],
  schemes: [
    {
      id: 'workshop-letters',
      name: 'Workshop letters',
      spellings: { NC: 'A' },
      series: [
        {
          id: 'issue',
          // Ends before NC, which is a spelling here and not the 263rd revision.
          major: { kind: 'letters', to: 'MY', skip: 'IOQSXZ' },
          separator: '-',
          minor: { kind: 'digits', width: 2 },
          minorPlace: 'after',
        },
      ],
    },
    {
      id: 'tarn',
      name: 'Tarn numerals then letters',
      series: [
        { id: 'trial', major: { kind: 'digits', width: 2 } },
        {
          id: 'issue',
          major: { kind: 'letters', skip: 'IOQSXZ' },
          separator: '',
          minor: { kind: 'digits', width: 2 },
          minorPlace: 'after',
        },
      ],
    },
    {
      id: 'station',
      name: 'Station P/C',
      series: [
        {
          id: 'preliminary',
          prefix: 'P',
          major: { kind: 'digits', width: 2 },
          separator: '.',
          minor: { kind: 'digits', width: 2 },
          minorPlace: 'before',
        },
        { id: 'contractual', prefix: 'C', major: { kind: 'digits', width: 2 } },
      ],
    },
    {
      id: 'note-numbers',
      name: 'Note numbers',
      series: [{ id: 'issue', major: { kind: 'digits', from: 0 } }],
    },
  ],
  states: [
    { id: 'sorting', name: 'Sorting', description: 'Comes from before the vault; goes on by itself.' },
    { id: 'drafting', name: 'Drafting', description: 'Being drawn; nobody builds from it.' },
    { id: 'checking', name: 'Checking', description: 'With the checkers.' },
    { id: 'issued', name: 'Issued', description: 'May be built from.' },
    { id: 'on-hold', name: 'On hold', description: 'Stopped until a question is answered.' },
    { id: 'superseded', name: 'Superseded', description: 'A successor has taken its place.' },
    { id: 'withdrawn', name: 'Withdrawn', description: 'No longer valid, without a successor.' },
    { id: 'work-in-progress', name: 'Work in progress' },
    { id: 'shared', name: 'Shared' },
    { id: 'published', name: 'Published' },
    { id: 'archive', name: 'Archive' },
  ],
  roles: [
    { id: 'author', name: 'Author' },
    { id: 'checker', name: 'Checker' },
    { id: 'coordinator', name: 'Coordinator' },
    { id: 'lead', name: 'Lead' },
  ],
  groups,
  lifecycles: [
    {
      id: 'workshop-document',
      name: 'Workshop document',
      scheme: 'workshop-letters',
      revisionAttribute: 'revision',
      entry: 'drafting',
      states: [
        use('drafting', 'working', {
          newRevision: 'minor',
          adoption: true,
          grants: {
            'role:author': ['see', 'history', 'open', 'edit', 'move'],
            'role:checker': read,
            'role:lead': read,
          },
          guidance: 'Fill in material and mass before you send the drawing to check.',
        }),
        use('checking', 'review', {
          grants: {
            'role:author': read,
            'role:checker': ['see', 'history', 'open', 'move'],
            'role:lead': ['see', 'history', 'open', 'move'],
          },
        }),
        use('issued', 'issued', {
          newRevision: 'major',
          grants: {
            'role:author': ['see', 'history', 'open', 'move'],
            'role:checker': ['see', 'history', 'open'],
            'role:lead': ['see', 'history', 'open', 'move'],
            anyone: read,
          },
        }),
        use('superseded', 'retired', {
          final: true,
          grants: {
            'role:author': ['see', 'history'],
            'role:checker': ['see', 'history'],
            'role:lead': ['see', 'history', 'open'],
          },
        }),
      ],
      transitions: [
        {
          id: 'send-to-check',
          name: 'Send to check',
          from: ['drafting'],
          to: 'checking',
          trigger: 'hand',
          firedBy: ['role:author'],
          guard: 'material != null && mass > 0',
          revision: 'keep',
          effects: stamp,
        },
        {
          id: 'return',
          name: 'Return',
          from: ['checking'],
          to: 'drafting',
          trigger: 'hand',
          firedBy: ['role:checker'],
          revision: 'keep',
          effects: stamp,
          comment: 'required',
        },
        {
          id: 'issue',
          name: 'Issue',
          from: ['checking'],
          to: 'issued',
          trigger: 'hand',
          firedBy: ['role:lead', 'role:checker'],
          notBy: ['lastEditor'],
          revision: 'settle',
          effects: issueStamp,
        },
        {
          id: 'revise',
          name: 'Revise',
          from: ['issued'],
          to: 'drafting',
          trigger: 'hand',
          firedBy: ['role:author', ...vaultOffice],
          revision: 'major',
          effects: stamp,
        },
        {
          id: 'supersede',
          name: 'Supersede',
          from: ['issued'],
          to: 'superseded',
          trigger: 'hand',
          firedBy: ['role:lead'],
          revision: 'keep',
          effects: stamp,
          comment: 'required',
        },
        {
          id: 'take-over-issued',
          name: 'Take over as issued',
          from: ['drafting'],
          to: 'issued',
          trigger: 'hand',
          firedBy: vaultOffice,
          guard: 'legacy_revision != null',
          revision: 'adopt:legacy_revision',
          effects: stamp,
        },
        {
          id: 'take-over-superseded',
          name: 'Take over as superseded',
          from: ['drafting'],
          to: 'superseded',
          trigger: 'hand',
          firedBy: vaultOffice,
          revision: 'adopt:legacy_revision',
          effects: stamp,
        },
        {
          id: 'take-over-drafting',
          name: 'Take over in work',
          from: ['drafting'],
          to: 'drafting',
          trigger: 'hand',
          firedBy: vaultOffice,
          revision: 'adopt:legacy_revision',
          effects: [],
        },
      ],
    },
    {
      id: 'station-container',
      name: 'Station container',
      scheme: 'station',
      revisionAttribute: 'revision',
      entry: 'work-in-progress',
      states: [
        use('work-in-progress', 'working', {
          newRevision: 'minor',
          adoption: true,
          grants: { 'role:author': ['see', 'history', 'open', 'edit', 'move'] },
        }),
        use('shared', 'review', {
          guidance: 'Two checkers and a lead sign before it is built from.',
          grants: {
            'role:author': read,
            'role:checker': ['see', 'history', 'open', 'move'],
            'role:lead': ['see', 'history', 'open', 'move'],
            anyone: read,
          },
        }),
        use('published', 'issued', {
          newRevision: 'major',
          grants: { 'role:author': ['see', 'history', 'open', 'move'], anyone: read },
        }),
        use('archive', 'retired', { final: true, grants: { 'role:author': ['see', 'history'] } }),
      ],
      transitions: [
        {
          id: 'share',
          name: 'Share',
          from: ['work-in-progress'],
          to: 'shared',
          trigger: 'hand',
          guard: 'revision_series == "preliminary"',
          firedBy: ['role:author'],
          revision: 'settle',
          effects: stamp,
          notices: [
            {
              to: ['nextSigners'],
              subject: '{{ number }} {{ revision }} is shared',
              body: '{{ person.name }} asks you to sign {{ number }} {{ title }}.\n\n{{ comment }}',
            },
          ],
        },
        {
          id: 'rework',
          name: 'Rework',
          from: ['shared'],
          to: 'work-in-progress',
          trigger: 'hand',
          firedBy: ['role:checker'],
          revision: 'minor',
          effects: stamp,
          comment: 'required',
          notices: [
            {
              to: ['owner'],
              subject: '{{ number }} comes back to you',
              body: '{{ person.name }}: {{ comment }}',
            },
          ],
        },
        {
          id: 'publish',
          name: 'Publish for construction',
          from: ['shared'],
          to: 'published',
          trigger: 'quorum',
          seats: [
            { id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 2 },
            { id: 'lead', name: 'Lead', members: ['role:lead'], needed: 1 },
          ],
          notBy: ['lastEditor'],
          due: 10,
          revision: 'series:contractual',
          effects: [
            ...stamp,
            { kind: 'sign', attribute: 'issued_by', seat: 'lead', signer: 'last', part: 'name' },
            { kind: 'render', format: 'pdf' },
          ],
          notices: [
            {
              to: ['owner', 'group:site-crews'],
              subject: '{{ number }} {{ revision }} is published for construction',
              body: '{{ title }}: signed by {{ signers | join: ", " }}.',
            },
          ],
        },
        {
          id: 'archive',
          name: 'Archive',
          from: ['published'],
          to: 'archive',
          trigger: 'hand',
          firedBy: ['role:author'],
          revision: 'keep',
          effects: stamp,
        },
      ],
    },
    {
      id: 'note',
      name: 'Note',
      scheme: 'note-numbers',
      entry: 'drafting',
      states: [
        use('drafting', 'working', {
          adoption: true,
          grants: { anyone: ['see', 'history', 'open', 'edit', 'move'] },
        }),
        use('issued', 'issued', { grants: { anyone: ['see', 'history', 'open', 'move'] } }),
      ],
      transitions: [
        {
          id: 'issue',
          name: 'Issue',
          from: ['drafting'],
          to: 'issued',
          trigger: 'hand',
          firedBy: ['anyone'],
          revision: 'major',
          effects: [],
        },
        {
          id: 'reopen',
          name: 'Reopen',
          from: ['issued'],
          to: 'drafting',
          trigger: 'hand',
          firedBy: ['anyone'],
          revision: 'keep',
          effects: [],
        },
      ],
    },
    legacyIntake,
  ],
  classes: [
    {
      ...{ id: 'drawing', name: 'Drawing', rule: 'file_extension == "dxf"', lifecycle: 'workshop-document' },
      groups: [
        { name: 'By the vault', from: 'issued_by' },
        { name: 'From before the vault', from: 'legacy_revision' },
      ],
    },
    { id: 'part', name: 'Part', rule: 'file_extension in ["stp", "step"]', lifecycle: 'workshop-document' },
    {
      id: 'container',
      name: 'Station container',
      rule: 'file_extension == "pdf" && folder_path.startsWith("/Stations")',
      lifecycle: 'station-container',
    },
    {
      id: 'carried-over',
      name: 'Carried over',
      rule: 'file_name.startsWith("LG-")',
      lifecycle: 'legacy-intake',
    },
    { id: 'note', name: 'Note', rule: 'file_extension in ["txt", "md"]', lifecycle: 'note' },
  ],
}

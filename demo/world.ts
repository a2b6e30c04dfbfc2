/** The people, folders and words of Brackwater Ropeways, an invented maker of aerial ropeways. */

export const groups = [
  { id: 'grips-carriers', name: 'Grips & Carriers' },
  { id: 'line-towers', name: 'Line & Towers' },
  { id: 'drives-electrical', name: 'Drives & Electrical' },
  { id: 'civil-stations', name: 'Civil & Stations' },
  { id: 'checking', name: 'Checking' },
  { id: 'release-board', name: 'Release Board' },
  { id: 'purchasing', name: 'Purchasing' },
  { id: 'site-crews', name: 'Site Crews' },
  { id: 'vault-administration', name: 'Vault Administration' },
]

export const password = 'ropeway-42'

/** Name, then groups. The mail address follows from the name. */
const staff: [string, ...string[]][] = [
  ['Mara Feldhaus', 'vault-administration'],
  ['Ilya Brandt', 'vault-administration'],
  ['Jonas Eckhart', 'grips-carriers'],
  ['Rosalie Nkemba', 'grips-carriers'],
  ['Tomas Vrbata', 'grips-carriers'],
  ['Signe Aldous', 'grips-carriers'],
  ['Petra Quillon', 'grips-carriers'],
  ['Harun Delacroix', 'line-towers'],
  ['Birgit Osei', 'line-towers'],
  ['Lenz Okafor', 'line-towers'],
  ['Amelie Strand', 'line-towers'],
  ['Goran Whitlock', 'line-towers'],
  ['Nadia Ferrante', 'drives-electrical'],
  ['Oskar Lindvall', 'drives-electrical'],
  ['Yuki Tannahill', 'drives-electrical'],
  ['Elin Marchetti', 'drives-electrical'],
  ['Casper Moreau', 'civil-stations'],
  ['Dilara Hjorth', 'civil-stations'],
  ['Fenna Abara', 'civil-stations'],
  ['Matteo Krogh', 'civil-stations'],
  ['Ruth Sandoval', 'checking', 'release-board'],
  ['Emil Achterberg', 'checking'],
  ['Leonie Papadaki', 'checking'],
  ['Viktor Engström', 'checking'],
  ['Sana Bellweather', 'checking'],
  ['Gregor Ashdown', 'release-board'],
  ['Ines Halloran', 'release-board'],
  ['Pavel Thorne', 'release-board'],
  ['Carla Winslow', 'purchasing'],
  ['Deniz Larkin', 'purchasing'],
  ['Maud Eriksen', 'purchasing'],
  ['Bo Rasmussen', 'site-crews'],
  ['Joris Vane', 'site-crews'],
  ['Kaya Rowntree', 'site-crews'],
  ['Milo Stavros', 'site-crews'],
  ['Nils Ferreira', 'site-crews'],
  ['Anouk Pell', 'line-towers'],
  ['Teodor Blaine', 'drives-electrical'],
  ['Wilma Castellane', 'civil-stations'],
  ['Zora Hendry', 'grips-carriers'],
]

export const people = staff.map(([name, ...memberOf], index) => ({
  id: String(index + 1),
  name,
  mail: `${name
    .normalize('NFD')
    .replace(/[^A-Za-z ]/g, '')
    .toLowerCase()
    .replace(' ', '.')}@brackwater.example`,
  groups: memberOf,
  administrator: memberOf.includes('vault-administration'),
}))

const players = (group: string) => ({
  author: [`group:${group}`],
  checker: ['group:checking'],
  lead: ['group:release-board'],
})

export const folders = [
  {
    path: '/',
    rules: {
      grants: {
        anyone: ['see', 'open'],
        'group:vault-administration': [
          'see',
          'history',
          'open',
          'edit',
          'adopt',
          'rollback',
          'move',
          'delete',
        ],
        'role:author': ['history', 'edit', 'move'],
        'role:checker': ['history', 'move'],
        'role:lead': ['history', 'move'],
      },
    },
  },
  { path: '/Grips', rules: { roles: players('grips-carriers') } },
  { path: '/Grips/Legacy', rules: {} },
  { path: '/Line', rules: { roles: players('line-towers') } },
  { path: '/Line/Carried over', rules: {} },
  // Withheld from Mara Feldhaus, so that a colleague has to adopt there.
  { path: '/Line/Carried over/Sealed', rules: { withhold: { 'person:1': ['adopt'] } } },
  { path: '/Drives', rules: { roles: players('drives-electrical') } },
  { path: '/Stations', rules: { roles: players('civil-stations') } },
  { path: '/Notes', rules: { grants: { anyone: ['edit', 'move', 'history'] } } },
] as const

export const gripNouns = [
  'Grip plate',
  'Clamp jaw',
  'Jaw insert',
  'Grip lever',
  'Spring housing',
  'Spring seat',
  'Guide roller',
  'Roller pin',
  'Hanger link',
  'Hanger arm',
  'Carrier frame',
  'Carrier bracket',
  'Lock washer',
  'Wear strip',
  'Stop block',
  'Actuator cam',
  'Release fork',
  'Damper mount',
]
export const lineNouns = [
  'Sheave assembly',
  'Sheave liner',
  'Tower head',
  'Tower cross-arm',
  'Rope guide',
  'Battery beam',
  'Derail switch bracket',
  'Ladder section',
  'Saddle',
  'Anchor bolt set',
]
export const driveNouns = [
  'Bullwheel',
  'Bullwheel hub',
  'Drive shaft',
  'Gear coupling',
  'Brake calliper bracket',
  'Motor frame',
  'Cable tray',
  'Control cabinet',
  'Tension carriage',
  'Service platform',
]
export const sides = ['left', 'right', 'upper', 'lower', 'front', 'rear', 'outer', 'inner']
export const changes = [
  'Bore enlarged',
  'Chamfer added',
  'Material changed',
  'Tolerance tightened',
  'Hole pattern moved',
  'Finish changed to zinc',
  'Weld size raised',
  'Edge radius added',
  'Thread depth corrected',
  'Note on inspection added',
]
export const legacyAuthors = ['H. Tiller', 'B. Oyelaran', 'K. Sommer', 'A. Reiss', 'D. Petrov']

/** What a token may be good for besides reading, and the requests that this opens. */
export const tokenActs = {
  file: { words: 'file new documents', routes: ['POST documents'] },
  'check-out': {
    words: 'check out, check in, undo',
    routes: [
      'POST documents/:number/check-out',
      'PUT documents/:number/check-in',
      'POST documents/:number/undo-check-out',
    ],
  },
  edit: {
    words: 'change records and references',
    routes: [
      'PUT documents/:number/record',
      'POST documents/:number/references',
      'DELETE documents/:number/references',
    ],
  },
  fire: {
    words: 'fire transitions',
    routes: ['POST documents/:number/fire', 'POST documents/:number/withdraw'],
  },
  revise: {
    words: 'new revisions, adopting, correcting, rolling back',
    routes: [
      'POST documents/:number/new-revision',
      'POST documents/:number/correction',
      'POST documents/:number/roll-back',
      'POST adoptions',
    ],
  },
  'hand-on': { words: 'hand documents on', routes: ['POST documents/:number/hand-on'] },
  intake: {
    words: 'bring files in',
    routes: [
      'POST intakes',
      'POST intakes/:id/read',
      'POST intakes/:id/plan',
      'POST intakes/:id/run',
      'POST intakes/:id/settle',
      'POST intakes/:id/patterns',
      'PUT intakes/:id/profile',
    ],
  },
} satisfies Record<string, { words: string; routes: string[] }>

export type TokenAct = keyof typeof tokenActs
export const tokenActNames = Object.keys(tokenActs) as TokenAct[]

/** Requests that change nothing although they are no GET: questions that are too long for an address. */
const questions = [
  'POST adoptions/plan',
  'POST draft/guard',
  'POST directory/preview',
  'POST directory/people-list',
]
/** What no token reads: whatever is about sessions and tokens themselves. */
const never = /^session(\/|$)/

const asPattern = (route: string): RegExp => new RegExp(`^${route.replace(/:[^/]+/g, '[^/]+')}$`)

/** Whether a token with some acts opens a request; `path` is that below `/api/`. */
export function tokenOpens(acts: readonly string[], method: string, path: string): boolean {
  if (path === 'session' && method === 'GET') return true
  if (never.test(path)) return false
  const request = `${method} ${path}`
  if (method === 'GET' || method === 'HEAD' || questions.includes(request)) return true
  return tokenActNames
    .filter((act) => acts.includes(act))
    .some((act) => tokenActs[act].routes.some((route) => asPattern(route).test(request)))
}

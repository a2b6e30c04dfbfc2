/** Why an act was refused. What that is in HTTP, `utils/route.ts` alone knows. */
export type RefusalKind =
  | 'invalid'
  | 'not-signed-in'
  | 'forbidden'
  | 'not-found'
  | 'conflict'
  | 'too-large'
  | 'too-many'
  | 'unavailable'
  | 'no-space'

/** What an act was refused for: `message` is one sentence for people, `reasons` all that stands against it. */
export class Refusal extends Error {
  constructor(
    readonly kind: RefusalKind,
    message: string,
    readonly reasons: unknown[] = [],
    options?: ErrorOptions,
  ) {
    super(message, options)
    this.name = 'Refusal'
  }
}

/** What an act was refused for: `status` is the HTTP status, `message` one sentence for people, `reasons` all of them. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 413 | 429,
    message: string,
    readonly reasons: unknown[] = [],
  ) {
    super(message)
    this.name = 'Refusal'
  }
}

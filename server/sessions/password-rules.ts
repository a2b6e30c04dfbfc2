import { Refusal } from '../refusal'

/** Fewer characters than this are tried out in a day. */
const shortest = 10

/** @throws Refusal where a password is too short. */
export function requireGoodPassword(wanted: string): void {
  if (wanted.length < shortest)
    throw new Refusal(
      'invalid',
      `the new password has fewer than ${shortest} characters: choose a longer one`,
    )
}

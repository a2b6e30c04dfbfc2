import type { Script } from '../script'
import { type Fields, kind as ofKind, type Shape } from '../shape'
import { copy, type CopyEffect } from './copy'
import type { EffectKind } from './effect-kind'
import { render, type RenderEffect } from './render'
import { run, type RunEffect } from './run'
import { sign, type SignEffect } from './sign'
import { write, type WriteEffect } from './write'

export type Effect = WriteEffect | SignEffect | CopyEffect | RenderEffect | RunEffect

/** Every kind of effect. One that is missing here does not compile. */
export const effectKinds: { [Kind in Effect['kind']]: EffectKind<Extract<Effect, { kind: Kind }>> } = {
  write,
  sign,
  copy,
  render,
  run,
}

/** What an effect's kind is, for any effect of that kind. @throws Error where there is no such kind. */
export function effectKind({ kind }: Pick<Effect, 'kind'>): EffectKind<Effect> {
  const found = effectKinds[kind] as unknown as EffectKind<Effect> | undefined
  if (!found) throw new Error(`there is no effect “${kind}”`)
  return found
}

/** The attribute that an effect writes; undefined where it writes none. */
export const writtenAttribute = (effect: Effect): string | undefined => effectKind(effect).writes?.(effect)

/** Whether an effect is a script that runs before the act is done: it may use and write every attribute. */
export const checksByScript = (effect: Effect, scripts: Script[]): boolean =>
  effect.kind === 'run' && (scripts.find(({ id }) => id === effect.job)?.check ?? false)

/** The attributes whose values an effect uses. */
export const readAttributes = (effect: Effect): string[] => effectKind(effect).reads?.(effect) ?? []

/** What an effect looks like in a file: asked each time, so that a kind in the table is one that is taken. */
export const effectShape = (): Shape =>
  ofKind(
    Object.fromEntries(
      Object.entries(effectKinds).map(([name, { fields }]): [string, Fields] => [name, fields]),
    ),
    'an effect writes, signs, copies, renders or runs a job',
  )

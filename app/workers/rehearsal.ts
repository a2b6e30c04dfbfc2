import type { Directory } from '~~/core/access'
import type { Configuration } from '~~/core/configuration'
import { type DocumentSnapshot, preview, type Previewed } from '~~/core/engine'
import {
  type Answer,
  type Beginning,
  expectationOf,
  type Other,
  othersAt,
  plan,
  type Planned,
  rehearse,
  type RehearsedAct,
  type Way,
  waysOf,
  worldFrom,
} from '~~/core/rehearsal'
import { loadSandbox } from '~~/core/script'

/** What a rehearsal rests on, and the acts so far; each question is answered from the beginning. */
export interface RehearsalQuestion {
  configuration: Configuration
  directory: Directory
  beginning: Beginning
  acts: RehearsedAct[]
  person: string
  number: string
  /** The state to plan to. */
  goal?: string
  /** The transition whose effects are shown on the document as it stands. */
  effectsOf?: string
}

export interface RehearsalAnswer {
  answers: Answer[]
  expected: unknown[]
  document: DocumentSnapshot | null
  ways: Way[]
  others: Other[]
  planned: Planned | null
  effects: Previewed | null
  /** What is wrong with what is rehearsed, where it cannot be. */
  fault: string | null
}

function answerTo(question: RehearsalQuestion): RehearsalAnswer {
  const { configuration, directory, beginning, acts, person, number, goal, effectsOf } = question
  const world = worldFrom(configuration, directory, beginning)
  const answers = acts.map((act) => rehearse(world, act))
  const document = world.documents.get(number) ?? null
  return {
    answers,
    expected: answers.map(expectationOf),
    document,
    ways: waysOf(world, person, number),
    others: othersAt(world, person, number),
    planned: goal && document ? plan(world, document, goal) : null,
    effects: effectsOf && document ? preview(world, document, person, effectsOf) : null,
    fault: null,
  }
}

self.onmessage = async ({ data }: MessageEvent<RehearsalQuestion>) => {
  if (data.configuration.scripts?.some(({ check }) => check)) await loadSandbox()
  try {
    self.postMessage(answerTo(data))
  } catch (error) {
    const nothing = {
      answers: [],
      expected: [],
      document: null,
      ways: [],
      others: [],
      planned: null,
      effects: null,
    }
    self.postMessage({ ...nothing, fault: (error as Error).message } satisfies RehearsalAnswer)
  }
}

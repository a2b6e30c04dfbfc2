import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'

/** An element as XML builders take it: its name, attributes and children. */
export interface Element {
  name: string
  attributes?: Record<string, string>
  children?: Element[]
  text?: string
}

/** The namespace of what SCXML has no word for: who fires, seats, revision steps, effects. */
export const ourNamespace = 'urn:ilmenite:lifecycle:1'

/**
 * A lifecycle as a state machine of SCXML (W3C, 2015). A transition by hand or by quorum waits for the event
 * `fire.ID`; an
 * unattended one has a condition alone, as SCXML's eventless transitions do. Conditions keep their CEL text.
 * What SCXML cannot say
 * stands in elements of our own namespace, which a reader may skip.
 */
export function scxml(configuration: Configuration, lifecycle: Lifecycle): Element {
  return {
    name: 'scxml',
    attributes: {
      xmlns: 'http://www.w3.org/2005/07/scxml',
      'xmlns:il': ourNamespace,
      version: '1.0',
      name: lifecycle.name,
      datamodel: 'null',
      initial: nameToken(lifecycle.entry),
    },
    children: lifecycle.states.map((use) => ({
      name: use.final ? 'final' : 'state',
      attributes: {
        id: nameToken(use.state),
        'il:name': stateName(configuration, use.state),
        'il:phase': use.phase,
        'il:content': use.content,
        ...(use.newRevision ? { 'il:newRevision': use.newRevision } : {}),
        ...(use.adoption ? { 'il:adoption': 'true' } : {}),
      },
      children: [
        ...(use.final
          ? []
          : lifecycle.transitions.filter(({ from }) => from.includes(use.state)).map(transitionElement)),
        ...Object.entries(use.grants ?? {}).map(([principal, rights]): Element => ({
          name: 'il:grant',
          attributes: { to: principal, rights: rights.join(' ') },
        })),
        ...(use.guidance ? [{ name: 'il:guidance', text: use.guidance }] : []),
      ],
    })),
  }
}

function transitionElement(transition: Transition): Element {
  const {
    id,
    name,
    to,
    trigger,
    guard,
    revision,
    firedBy = [],
    seats = [],
    notBy = [],
    effects,
    comment,
  } = transition
  return {
    name: 'transition',
    attributes: {
      ...(trigger === 'unattended' ? {} : { event: `fire.${nameToken(id)}` }),
      ...(guard ? { cond: guard } : {}),
      target: nameToken(to),
      'il:id': id,
      'il:name': name,
      'il:trigger': trigger,
      'il:revision': revision,
      ...(comment ? { 'il:comment': comment } : {}),
      ...(notBy.length ? { 'il:notBy': notBy.join(' ') } : {}),
    },
    children: [
      ...firedBy.map((principal): Element => ({ name: 'il:firedBy', attributes: { principal } })),
      ...seats.map(seatElement),
      ...effects.map(effectElement),
    ],
  }
}

const seatElement = ({ id, name, needed, members }: NonNullable<Transition['seats']>[number]): Element => ({
  name: 'il:seat',
  attributes: { id, name, needed: String(needed), members: members.join(' ') },
})

const effectElement = ({ kind, ...fields }: Transition['effects'][number]): Element => ({
  name: `il:${kind}`,
  attributes: Object.fromEntries(Object.entries(fields).map(([key, value]) => [key, String(value)])),
})

/** SCXML's ids are XML names, which begin with a letter. */
const nameToken = (id: string): string => (/^[A-Za-z_]/.test(id) ? id : `_${id}`)

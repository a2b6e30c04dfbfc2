/**
 * What lets two checkers and a lead sign the issue of a workshop document: the second checker's name, the first one's
 * initials and the day of completion in their slots.
 */
export const issueByRound = {
  kind: 'change-transition',
  lifecycle: 'workshop-document',
  transition: 'issue',
  patch: {
    trigger: 'quorum',
    guard: null,
    seats: [
      { id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 2 },
      { id: 'lead', name: 'Lead', members: ['role:lead'], needed: 1 },
    ],
    effects: [
      { kind: 'sign', attribute: 'issued_by', seat: 'checkers', signer: 2, part: 'name' },
      { kind: 'sign', attribute: 'legacy_author', seat: 'checkers', signer: 1, part: 'initials' },
      { kind: 'sign', attribute: 'legacy_date', seat: 'lead', signer: 'last', part: 'date' },
    ],
  },
}

type Call = (
  method: string,
  path: string,
  body?: unknown,
) => Promise<{ status: number; body: unknown; text: string }>
interface Answer {
  draft: { change: number }
  document: { change: number }
}

/** Makes edits and puts them in force. @throws Error with what was said against it. */
export async function publish(mara: Call, edits: object[]): Promise<void> {
  const change = async () => ((await mara('GET', 'configuration')).body as Answer).draft.change
  const expected = (answer: { status: number; text: string }) => {
    if (answer.status !== 200) throw new Error(answer.text)
  }
  for (const edit of edits) expected(await mara('POST', 'draft/edits', { change: await change(), edit }))
  expected(await mara('POST', 'draft/publish', { change: await change(), comment: 'as agreed' }))
}

/** Files a document of somebody’s, fills it in, and sends it to check. */
export async function sendToCheck(author: Call, number: string): Promise<void> {
  const asked = { number, title: 'Lever', folder: '/Grips', classId: 'part', fileName: `${number}.dxf` }
  await author(
    'POST',
    `documents?${new URLSearchParams(asked)}`,
    new TextEncoder().encode(`a lever ${number}`),
  )
  const change = async () => ((await author('GET', `documents/${number}`)).body as Answer).document.change
  const values = { material: 'S355', mass: '2' }
  await author('PUT', `documents/${number}/record`, { change: await change(), values })
  const sent = { change: await change(), transition: 'send-to-check' }
  const { status, text } = await author('POST', `documents/${number}/fire`, sent)
  if (status !== 200) throw new Error(text)
}

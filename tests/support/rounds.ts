/** What lets two checkers and a lead sign the issue of a workshop document, the second checker's name in its slot. */
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
    effects: [{ kind: 'sign', attribute: 'issued_by', seat: 'checkers', signer: 2, part: 'name' }],
  },
}

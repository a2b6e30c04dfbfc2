/** Where a scheme is used, and which of its labels are taken. */
export default route('administrator', ({ event, computer, account }) =>
  computer.compute('scheme-use', { account, scheme: part(event, 'id') }),
)

/** Where a scheme is used, and which of its labels are taken. */
export default route('administrator', ({ event, computer }) =>
  computer.compute('scheme-use', { scheme: part(event, 'id') }),
)

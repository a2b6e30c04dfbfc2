/** Where files and records do not agree, each thing once. */
export default route('administrator', ({ account, computer }) =>
  computer.compute('record-findings', { account }),
)

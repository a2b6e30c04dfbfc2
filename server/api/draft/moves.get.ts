/** The documents that would move by themselves once the draft is in force. */
export default route('administrator', ({ computer, account }) => computer.compute('would-move', { account }))

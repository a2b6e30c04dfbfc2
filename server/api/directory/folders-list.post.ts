/** Reads a list of folders, with who plays which role, and says of each line what it would do; nothing is changed. */
export default route('administrator', async ({ event, computer }) => {
  const answer = await computer.compute('read-folders', { text: await listText(event) })
  setResponseHeader(event, 'content-type', 'application/json')
  return answer
})

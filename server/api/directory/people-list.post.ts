/** Reads a list of people and says of each line what it would do; nothing is changed. */
export default route('administrator', async ({ event, computer }) => {
  const answer = await computer.compute('read-people', { text: await listText(event) })
  setResponseHeader(event, 'content-type', 'application/json')
  return answer
})

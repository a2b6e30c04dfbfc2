/** The kept rehearsals that come out otherwise in the draft. */
export default route('administrator', async ({ computer }) => {
  const { broken } = await computer.compute('check-draft', null)
  return broken
})

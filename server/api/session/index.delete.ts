export default route('everybody', async ({ event }) => {
  await clearUserSession(event)
  return { signedOut: true }
})

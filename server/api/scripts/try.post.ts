import { TryScriptRequest } from '../../../shared/requests'

/** What a script would do to a document; nothing is changed. */
export default route('administrator', async ({ event, account, computer }) => {
  const { number, transition, name, code, check } = await body(event, TryScriptRequest)
  return computer.compute('try-script', {
    account,
    number,
    transition,
    script: { id: 'tried', name, code, check },
  })
})

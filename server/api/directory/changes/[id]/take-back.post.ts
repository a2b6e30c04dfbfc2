import { TakeBackRequest } from '../../../../../shared/requests'
import { takeChangeBack } from '../../../../directory/changes'
import { directoryAnswer } from '../../../../directory/answer'

/** Takes a change of the directory back. */
export default route('administrator', async ({ event, db, computer, account }) => {
  const { version, accept = false } = await body(event, TakeBackRequest)
  const id = Number(part(event, 'id'))
  const { appear, version: looked } = await computer.compute('preview-taking-back', { id })
  takeChangeBack(db, account, id, { version: looked === version ? version : -1, findings: appear, accept })
  return directoryAnswer(db)
})

import { DirectoryChangeRequest } from '../../../../shared/requests'
import { makeChange } from '../../../directory/changes'
import { directoryAnswer } from '../../../directory/answer'

/** Makes a change of the directory at once; what it would break has to be accepted. */
export default route('administrator', async ({ event, db, computer, account }) => {
  const { change: asked, version, accept = false } = await body(event, DirectoryChangeRequest, mostOfChange)
  const change = plain(asked)
  const { appear, version: looked } = await computer.compute('preview-change', { change })
  makeChange(db, account, change, { version: looked === version ? version : -1, findings: appear, accept })
  return directoryAnswer(db)
})

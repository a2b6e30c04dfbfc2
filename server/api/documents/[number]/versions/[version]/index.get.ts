import { ContentQuery } from '../../../../../../shared/requests'
import { currentVersion } from '../../../../../documents/version-to-open'
import { downloadContent } from '../../../../../utils/download'

/**
 * A version's content, as a download, with all that the vault has to write into it; with `as=came-in` as it came in.
 * One that is not any more what was stored is not given out.
 */
export default route('person', async (context) => {
  const { event, store } = context
  const { as } = query(event, ContentQuery)
  const version = await currentVersion(
    context,
    part(event, 'number'),
    part(event, 'version'),
    as === 'came-in',
  )
  return downloadContent(event, store, version, `the content of version ${version.version}`)
})

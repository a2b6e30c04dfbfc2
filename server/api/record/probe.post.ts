import { FileNameQuery } from '../../../shared/requests'
import { Refusal } from '../../refusal'
import { uploadAside } from '../../utils/upload'

/** Everything inside of a file that is not kept: its bytes are the body, its name stands in the address. */
export default route('administrator', (context) => {
  const { fileName } = query(context.event, FileNameQuery)
  return uploadAside(context, async (path) => {
    const probe = await context.computer.compute('probe', { path, fileName })
    if (probe.reading.problems.some(({ code }) => code === 'empty'))
      throw new Refusal('invalid', `${fileName} is empty (0 bytes): choose the right file`)
    return probe
  })
})

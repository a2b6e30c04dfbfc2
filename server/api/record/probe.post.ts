import { statSync } from 'node:fs'
import { FileNameQuery } from '../../../shared/requests'
import { Refusal } from '../../refusal'
import { sendMade } from '../../utils/drawing'
import { uploadAside } from '../../utils/upload'

/** Everything inside of a file that is not kept: its bytes are the body, its name stands in the address. */
export default route('administrator', (context) => {
  const { fileName } = query(context.event, FileNameQuery)
  return uploadAside(context, async (path) => {
    if (statSync(path).size === 0)
      throw new Refusal('invalid', `${fileName} is empty (0 bytes): choose the right file`)
    return sendMade(context, { kind: 'probe', path, fileName })
  })
})

import { setTimeout as pause } from 'node:timers/promises'
import type { CheckedDraft } from '../configuration/checked-draft'

/** How long the overview waits for the findings on the draft, in milliseconds. */
const patience = 600

/** The check that is under way: whoever looks meanwhile waits for the same one. */
let underWay: Promise<CheckedDraft | null> | undefined

/** The overview; without findings where the draft takes longer to check, which goes on meanwhile. */
export default route('administrator', async ({ computer, account }) => {
  underWay ??= computer
    .compute('check-draft', null)
    .catch(() => null)
    .finally(() => (underWay = undefined))
  const soon = await Promise.race([underWay, pause(patience, null, { ref: false })])
  return computer.compute('overview', { account, findings: soon?.findings ?? null })
})

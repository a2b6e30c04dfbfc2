import { areaOf, areasFor } from '~/areas'

/** Pages for whoever is not signed in yet. Setting up asks by itself who is. */
const open = ['/sign-in', '/set-up']

/** Every other page needs somebody; areas that are not for everybody need an administrator. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSession()
  if (to.path === '/set-up' && !session.person) await session.load()
  if (open.includes(to.path)) return
  if (!session.person && !(await session.load()))
    return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
  const configuration = useConfiguration()
  if (!configuration.published) await attempt(() => configuration.load())
  const area = areaOf(to.path)
  const areas = areasFor(session.person!.administrator)
  if (area && !areas.includes(area)) return navigateTo(areas[0]!.path)
})

import { areaOf, areasFor } from '~/areas'

/** Every page but the sign-in needs somebody; areas that are not for everybody need an administrator. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.path === '/sign-in') return
  const session = useSession()
  if (!session.person && !(await session.load()))
    return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
  const configuration = useConfiguration()
  if (!configuration.published) await attempt(() => configuration.load())
  const area = areaOf(to.path)
  const open = areasFor(session.person!.administrator)
  if (area && !open.includes(area)) return navigateTo(open[0]!.path)
})

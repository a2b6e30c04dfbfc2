/** Every page but the sign-in needs somebody; set-up pages need an administrator. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.path === '/sign-in') return
  const session = useSession()
  if (!session.person && !(await session.load()))
    return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
  const configuration = useConfiguration()
  if (!configuration.published) await attempt(() => configuration.load())
  if (!session.person!.administrator && !/^\/(vault|adoption)/.test(to.path)) return navigateTo('/vault')
})

import { isLogJson, log, takeConsole } from '../log'

/** Tells the log of each request, and of what others print, where it is one for programs. */
export default defineNitroPlugin((nitro) => {
  if (!isLogJson) return
  takeConsole()
  const began = new WeakMap<object, number>()
  nitro.hooks.hook('request', (event) => void began.set(event, performance.now()))
  nitro.hooks.hook('afterResponse', (event) =>
    log.request({
      method: event.method,
      route: event.context.matchedRoute?.path ?? 'a file',
      status: event.node.res.statusCode,
      milliseconds: Math.round(performance.now() - began.get(event)!),
    }),
  )
})

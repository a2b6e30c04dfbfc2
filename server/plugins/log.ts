import { isLogJson, log, takeConsole } from '../log'

/** Tells the log of each request, and of what others print, where it is one for programs. */
export default defineNitroPlugin((nitro) => {
  if (!isLogJson) return
  takeConsole()
  nitro.hooks.hook('request', (event) => {
    const began = performance.now()
    // Also an answer that went wrong, or that nobody waited for, is told.
    event.node.res.once('close', () =>
      log.request({
        method: event.method,
        route: event.context.matchedRoute?.path ?? 'a file',
        status: event.node.res.statusCode,
        milliseconds: Math.round(performance.now() - began),
      }),
    )
  })
})

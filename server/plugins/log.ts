import { isLogJson, log, takeConsole } from '../log'

/** Logs each request, and the console’s output, if the log is JSON. */
export default defineNitroPlugin((nitro) => {
  if (!isLogJson) return
  takeConsole()
  nitro.hooks.hook('request', (event) => {
    const began = performance.now()
    // “close” also comes after errors and broken connections.
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

import { createError } from 'h3'

/**
 * Refuses `%3F` in a path. The router decodes it before it splits off the query, so `documents/ODD%3F1` would open the
 * document ODD.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const [path = ''] = (event.node.req.originalUrl ?? event.node.req.url ?? '').split('?')
    if (!/%3f/i.test(path)) return
    const message = 'there is no such address: a question mark stands in none'
    throw createError({ statusCode: 404, message, data: { message, reasons: [] } })
  })
})

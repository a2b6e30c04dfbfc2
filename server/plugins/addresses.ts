import { createError } from 'h3'

/**
 * A question mark that is written as `%3F` would be decoded before the address is taken apart, and cut it off there:
 * the document “ODD?1” would be “ODD”. No address of ours has one.
 */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const [path = ''] = (event.node.req.originalUrl ?? event.node.req.url ?? '').split('?')
    if (!/%3f/i.test(path)) return
    const message = 'there is no such address: a question mark stands in none'
    throw createError({ statusCode: 404, message, data: { message, reasons: [] } })
  })
})

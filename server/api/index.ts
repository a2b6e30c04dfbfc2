export default defineEventHandler(noAddress)

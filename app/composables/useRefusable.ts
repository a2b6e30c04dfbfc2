/**
 * Runs the requests of a form, one at a time, and keeps the server's refusal of the last one for the form to show.
 */
export function useRefusable() {
  const refused = ref('')
  const isBusy = ref(false)

  async function run(request: () => Promise<unknown>) {
    isBusy.value = true
    refused.value = ''
    try {
      await request()
    } catch (error) {
      refused.value = refusalOf(error).message
    } finally {
      isBusy.value = false
    }
  }
  return { refused, isBusy, run }
}

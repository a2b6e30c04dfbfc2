import type { FetchError } from 'ofetch'

/** A refusal as the server gave it. */
export interface ApiRefusal {
  status: number
  message: string
  reasons: unknown[]
}

/** The server's refusal behind a failed call. */
export function refusalOf(error: unknown): ApiRefusal {
  const { statusCode, data } = error as FetchError<{
    message?: string
    data?: { message: string; reasons: unknown[] }
  }>
  return {
    status: statusCode ?? 0,
    message: data?.data?.message ?? data?.message ?? 'the server does not answer: is it still running?',
    reasons: data?.data?.reasons ?? [],
  }
}

/** A call of the server. @throws the fetch error; `refusalOf` reads it. */
export function api<T>(
  path: string,
  options: { method?: 'GET' | 'POST' | 'PUT' | 'DELETE'; body?: unknown; query?: object } = {},
): Promise<T> {
  // The router's own types of all paths are too deep for the compiler; callers say what they expect instead.
  return ($fetch as (path: string, options: object) => Promise<T>)(`/api/${path}`, options)
}

/** Runs an act and shows its refusal, if there is one. Answers whether it went through. */
export async function attempt(act: () => Promise<unknown>): Promise<boolean> {
  try {
    await act()
    return true
  } catch (error) {
    const { status, message, reasons } = refusalOf(error)
    if (status === 401) {
      await goTo('/sign-in')
      return false
    }
    const texts = reasons
      .map((reason) =>
        typeof reason === 'string' ? reason : ((reason as { message?: string }).message ?? ''),
      )
      .filter((text) => text && !message.includes(text))
    useNotices().refuse(message, texts)
    return false
  }
}

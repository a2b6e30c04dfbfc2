import { defineStore } from 'pinia'

export interface Notice {
  id: number
  tone: 'wrong' | 'calm'
  message: string
  reasons: string[]
}

/** What the shell tells the person: refusals with their reasons, and what was done. */
export const useNotices = defineStore('notices', () => {
  const notices = ref<Notice[]>([])
  let last = 0

  function add(tone: Notice['tone'], message: string, reasons: string[] = []) {
    const id = ++last
    notices.value = [...notices.value.slice(-2), { id, tone, message, reasons }]
    if (tone === 'calm') setTimeout(() => dismiss(id), 6000)
  }
  function dismiss(id: number) {
    notices.value = notices.value.filter((notice) => notice.id !== id)
  }
  return {
    notices,
    dismiss,
    say: (message: string) => add('calm', message),
    refuse: (message: string, reasons: string[] = []) => add('wrong', message, reasons),
  }
})

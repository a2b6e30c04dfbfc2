/** States copied on one lifecycle's sheet, to be pasted on another's. */
export function useStateClipboard() {
  const copied = useState<{ source: string; states: string[] } | null>('copied states', () => null)
  const store = useConfiguration()
  return {
    copied,
    copy(source: string, states: string[]) {
      if (!states.length) return
      copied.value = { source, states: [...states] }
      useNotices().say(
        `${states.length} ${states.length === 1 ? 'state' : 'states'} copied: paste on any sheet with Ctrl+V.`,
      )
    },
    async paste(lifecycle: string) {
      if (copied.value) await store.edit({ kind: 'paste-states', lifecycle, ...copied.value })
    },
  }
}

export interface Shortcut {
  keys: string
  does: string
  run?: (event: KeyboardEvent) => void
}

/** The shortcuts of the page that is open, for the list behind `?`. */
export const useShortcutList = () => useState<Shortcut[]>('shortcuts', () => [])

const named = (event: KeyboardEvent) =>
  [
    event.ctrlKey || event.metaKey ? 'Ctrl' : '',
    event.altKey ? 'Alt' : '',
    event.shiftKey && event.key.length > 1 ? 'Shift' : '',
    event.shiftKey && event.ctrlKey && event.key.length === 1 ? 'Shift' : '',
    event.key.length === 1 ? event.key.toUpperCase() : event.key,
  ]
    .filter(Boolean)
    .join('+')

const isTyping = (event: KeyboardEvent) => {
  const element = event.target as HTMLElement
  return /^(INPUT|TEXTAREA|SELECT)$/.test(element.tagName) || element.isContentEditable
}

/** Listens for shortcuts while the component lives. Plain keys are left to whoever is typing. */
export function useShortcuts(shortcuts: Shortcut[], listed = true): void {
  const list = useShortcutList()
  const listen = (event: KeyboardEvent) => {
    const name = named(event)
    const hit = shortcuts.find((shortcut) => shortcut.keys.split(' or ').includes(name))
    if (
      !hit?.run ||
      (isTyping(event) && !/Ctrl|Escape/.test(name)) ||
      (isTyping(event) && /Ctrl\+(Shift\+)?[ZYCV]/.test(name))
    )
      return
    if (name === 'Ctrl+C' && window.getSelection()?.toString()) return
    event.preventDefault()
    hit.run(event)
  }
  onMounted(() => {
    window.addEventListener('keydown', listen)
    if (listed) list.value = [...list.value, ...shortcuts]
  })
  onBeforeUnmount(() => {
    window.removeEventListener('keydown', listen)
    if (listed) list.value = list.value.filter((shortcut) => !shortcuts.includes(shortcut))
  })
}

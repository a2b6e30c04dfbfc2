/** Sets the page's name in the top bar and in the browser's tab. */
export function useTitle(name: MaybeRefOrGetter<string>): void {
  const title = useState<string>('title', () => '')
  watchEffect(() => (title.value = toValue(name)))
  useHead({ title: () => `${toValue(name)} · Ilmenite` })
}

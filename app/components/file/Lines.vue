<script setup lang="ts">
import { diffLines } from 'diff'

/** Two texts line by line: what was added, what was removed, and a little of what stands in both. */
const props = defineProps<{ before: string; after: string; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
/** So many characters of each are compared; texts that differ more than this many lines are not. */
const most = { characters: 400_000, edits: 4000 }
/** Lines around a difference that are shown with it. */
const around = 3
const signs = { added: '+', removed: '−', same: ' ' }
interface Row {
  look: keyof typeof signs
  text: string
}
const rows = shallowRef<Row[]>([])

async function load() {
  try {
    const [before, after] = await Promise.all(
      [props.before, props.after].map((address) => $fetch<string>(address, { responseType: 'text' })),
    )
    const parts = diffLines(before!.slice(0, most.characters), after!.slice(0, most.characters), {
      maxEditLength: most.edits,
    }) as ReturnType<typeof diffLines> | undefined
    if (!parts) return emit('failed', `they differ in more than ${most.edits} lines`)
    rows.value = parts.flatMap(({ added, removed, value }) => {
      const look = added ? 'added' : removed ? 'removed' : 'same'
      const lines = value.replace(/\r?\n$/, '').split('\n')
      return shortened(look, lines).map((text) => ({ look, text }) satisfies Row)
    })
  } catch (error) {
    emit('failed', refusalOf(error).message)
  }
}
function shortened(look: Row['look'], lines: string[]): string[] {
  const left = lines.length - 2 * around
  if (look !== 'same' || left < 2) return lines
  return [...lines.slice(0, around), `… ${left} lines in both`, ...lines.slice(-around)]
}
watch(() => [props.before, props.after], load, { immediate: true })
</script>

<template>
  <pre
    class="words mono"
    tabindex="0"
    :aria-label="label"
  ><span
    v-for="(row, index) in rows"
    :key="index"
    :class="row.look"
    :data-look="row.look"
  >{{ signs[row.look] }} {{ row.text }}
</span></pre>
</template>

<style scoped>
.added {
  color: var(--accent);
  font-weight: 600;
}
.removed {
  color: var(--wrong);
}
.same {
  color: var(--ink-soft);
}
</style>

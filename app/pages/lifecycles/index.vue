<script setup lang="ts">
import { patterns, schemeIn, stateName } from '~~/core/configuration'

const configuration = useConfiguration()
useTitle('Lifecycles')
onMounted(() => configuration.loadCounts())
useShortcuts([
  { keys: 'Ctrl+Z', does: 'undo the last edit of the draft', run: () => configuration.undo() },
  { keys: 'Ctrl+Shift+Z or Ctrl+Y', does: 'redo', run: () => configuration.redo() },
])
const count = (lifecycle: string) =>
  Object.values(configuration.counts[lifecycle] ?? {}).reduce((sum, n) => sum + n, 0)
const faults = (lifecycle: string) =>
  configuration.findings.filter(({ where }) => where.lifecycle === lifecycle).length

const title = ref('')
const labels = ref('')
const start = ref('')
const named = ({ id, name }: { id: string; name: string }) => ({ value: id, name })
const schemes = computed(() => configuration.drafted?.schemes.map(named) ?? [])
const starts = computed(() => [
  ...patterns.map(({ id, name }) => ({ value: `pattern:${id}`, name, group: 'from a pattern' })),
  ...(configuration.drafted?.lifecycles ?? []).map(({ id, name }) => ({
    value: `like:${id}`,
    name,
    group: 'as a copy of',
  })),
])
const lead = computed(
  () =>
    patterns.find(({ id }) => start.value === `pattern:${id}`)?.words ??
    (start.value.startsWith('like:')
      ? 'All states, transitions and rights, under a name of its own.'
      : 'No state yet: they are added on its sheet.'),
)
async function add() {
  const [kind, id] = start.value.split(':') as ['pattern' | 'like' | '', string]
  const before = new Set(configuration.drafted!.lifecycles.map((lifecycle) => lifecycle.id))
  if (
    !(await configuration.edit({
      kind: 'add-lifecycle',
      name: title.value,
      id: labels.value || configuration.drafted!.schemes[0]!.id,
      ...(kind ? { [kind]: id } : {}),
    }))
  )
    return
  const made = configuration.drafted!.lifecycles.find((lifecycle) => !before.has(lifecycle.id))
  if (made) await goTo(`/lifecycles/${made.id}`)
}
</script>

<template>
  <div
    v-if="configuration.drafted"
    class="page"
  >
    <h1>Lifecycles</h1>
    <table
      class="rows"
      aria-label="Lifecycles"
    >
      <thead>
        <tr>
          <th>Lifecycle</th>
          <th>States, in order of maturity</th>
          <th>Revision scheme</th>
          <th class="right">Transitions</th>
          <th class="right">Findings</th>
          <th class="right">Documents</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="lifecycle in configuration.drafted.lifecycles"
          :key="lifecycle.id"
        >
          <td>
            <NuxtLink :to="`/lifecycles/${lifecycle.id}`"
              ><b>{{ lifecycle.name }}</b></NuxtLink
            >
          </td>
          <td>
            {{
              lifecycle.states.map((use) => stateName(configuration.drafted!, use.state)).join(' · ') ||
              'no state yet'
            }}
          </td>
          <td>{{ schemeIn(configuration.drafted, lifecycle)?.name ?? 'none' }}</td>
          <td class="right mono">{{ lifecycle.transitions.length }}</td>
          <td class="right mono">{{ configuration.isChecked ? faults(lifecycle.id) || '–' : '…' }}</td>
          <td class="right mono">{{ count(lifecycle.id) }}</td>
        </tr>
      </tbody>
    </table>
    <form
      class="new bar"
      aria-label="New lifecycle"
      @submit.prevent="add"
    >
      <input
        v-model="title"
        class="field"
        aria-label="Name of the new lifecycle"
        placeholder="New lifecycle’s name"
      />
      <CommonPick
        :value="labels || (schemes[0]?.value ?? '')"
        label="Scheme of the new lifecycle"
        :options="schemes"
        @pick="labels = $event"
      />
      <CommonPick
        :value="start"
        label="What it starts from"
        empty="starts empty"
        :options="starts"
        @pick="start = $event"
      />
      <button
        class="act"
        :disabled="!title.trim() || !configuration.drafted.schemes.length"
      >
        Add it</button
      ><span class="soft">{{ lead }}</span>
    </form>
    <LifecycleCompanyPattern />
    <LifecycleCatalogue class="second" />
  </div>
</template>

<style scoped>
table {
  margin-top: 10px;
}
.new {
  margin-top: 8px;
}
.new .field {
  width: 190px;
}
.second {
  margin-top: 26px;
}
</style>

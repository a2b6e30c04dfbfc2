<script setup lang="ts">
import type { DocumentRecord } from '~~/core/attribute'
import { principalName, stateName } from '~~/core/configuration'
import type { Finding } from '~~/core/check'

/** A finding: what it says, what proves it, where it is, and the fix where there is one. */
const props = defineProps<{ finding: Finding; plain?: boolean }>()
const store = useConfiguration()
const configuration = computed(() => store.drafted!)
const to = computed(() => {
  const { lifecycle, transition, state, scheme } = props.finding.where
  if (scheme) return `/revisions/${scheme}`
  if (!lifecycle) return state ? '/lifecycles' : undefined
  const { states, transitions = [] } = (props.finding.witness ?? {}) as {
    states?: string[]
    transitions?: string[]
  }
  const query = {
    ...(transition ? { transition } : state ? { state } : {}),
    ...(states ? { trace: states.join('>'), along: transitions.join('>') } : {}),
  }
  return { path: `/lifecycles/${lifecycle}`, query }
})
/** Where a record that proves the finding is rehearsed, as a sample. */
const rehearsal = computed(() => {
  const { lifecycle, state } = props.finding.where
  if (!lifecycle || !record.value) return undefined
  const at = state ?? (record.value.state_id as string | undefined)
  const query = { view: 'rehearsal', record: JSON.stringify(record.value), ...(at ? { state: at } : {}) }
  return { path: `/lifecycles/${lifecycle}`, query }
})
const sentence = computed(
  () => props.finding.message.charAt(0).toUpperCase() + props.finding.message.slice(1),
)
const record = computed(() => (props.finding.witness as { record?: DocumentRecord } | undefined)?.record)
const witness = computed(() =>
  props.finding.witness ? inWords(props.finding.witness as Record<string, unknown>) : '',
)

/** A witness other than a record, as a person reads it: a way through the states, who is seated and who is missing. */
function inWords({ states, people, filled, missing }: Record<string, unknown>): string {
  if (filled)
    return `seated: ${Object.entries(filled as Record<string, string[]>)
      .map(([seat, ids]) => `${seat} ${ids.map(personName).join(', ') || 'nobody'}`)
      .join('; ')}; missing: ${Object.entries(missing as Record<string, number>)
      .map(([seat, count]) => `${count} for ${seat}`)
      .join(', ')}`
  if (states) return (states as string[]).map((state) => stateName(configuration.value, state)).join(' → ')
  return Array.isArray(people) && people.length ? (people as string[]).map(personName).join(', ') : ''
}
const personName = (id: string) =>
  store.directory?.people.find((person) => person.id === id)?.name ?? principalName(configuration.value, id)
</script>

<template>
  <p
    class="finding"
    :class="finding.severity === 'error' ? 'wrong' : finding.severity === 'warning' ? 'waits' : 'soft'"
  >
    <span>{{ finding.severity === 'advice' ? '△' : '▲' }}</span>
    <span
      >{{ sentence
      }}<span
        v-if="record && !plain"
        class="soft"
        >: for example <CommonWitness :record="record" /></span
      ><span
        v-else-if="witness && !plain"
        class="soft"
        >: {{ witness }}</span
      >.
      <NuxtLink
        v-if="to"
        :to="to"
        class="soft"
        >show</NuxtLink
      >
      <NuxtLink
        v-if="rehearsal && !plain"
        :to="rehearsal"
        class="soft"
        >rehearse it</NuxtLink
      >
      <NuxtLink
        v-if="finding.where.folder"
        :to="{ path: '/access', query: { folder: finding.where.folder, edit: 'yes' } }"
        class="soft"
        >{{ finding.where.folder }}</NuxtLink
      >
      <button
        v-if="finding.fix"
        class="link"
        @click="store.edit(finding.fix.edit)"
      >
        {{ finding.fix.words }}
      </button>
      <slot
    /></span>
  </p>
</template>

<style scoped>
.finding {
  margin: 0 0 6px;
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr);
}
.finding a,
.finding button {
  margin-left: 6px;
}
</style>

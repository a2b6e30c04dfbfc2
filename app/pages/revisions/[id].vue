<script setup lang="ts">
import { checkScheme, first, format, parse, type Position } from '~~/core/revision'

const route = useRoute()
const store = useConfiguration()
const id = computed(() => String(route.params.id))
const schemes = computed(() => store.drafted?.schemes ?? [])
const scheme = computed(() => schemes.value.find((other) => other.id === id.value))
const other = computed(() => schemes.value.find(({ id: of }) => of === route.query.with && of !== id.value))
useTitle(() => scheme.value?.name ?? 'Revisions')
const ask = (change: Record<string, string | undefined>) =>
  goTo(
    {
      query: Object.fromEntries(
        Object.entries({ ...route.query, ...change }).filter(([, value]) => value),
      ) as Record<string, string>,
    },
    { replace: true },
  )

const problems = computed(() => (scheme.value ? checkScheme(scheme.value) : []))
const otherSound = computed(() => other.value && checkScheme(other.value).length === 0)
/** Where the walk stands: the label in the address, else the first one. */
const at = computed<Position | null>(() => {
  if (!scheme.value || problems.value.length) return null
  const reading = typeof route.query.at === 'string' ? parse(scheme.value, route.query.at) : undefined
  return reading?.ok ? reading.position : first(scheme.value)
})
const walked = ref<string[]>([])
watch(
  [id, () => JSON.stringify(scheme.value)],
  () => (walked.value = at.value ? [format(scheme.value!, at.value)] : []),
  { immediate: true },
)
function go(position: Position) {
  const label = format(scheme.value!, position)
  walked.value = [...walked.value, label]
  ask({ at: label })
}
function jump(position: Position) {
  const label = format(scheme.value!, position)
  walked.value = [label]
  ask({ at: label })
}

const { taken, carrying, labels: used } = useSchemeUse(id)
const lifecycles = computed(() => (store.drafted?.lifecycles ?? []).filter((one) => one.scheme === id.value))
const tried = shallowRef(new Map<string, number>())
const targets = shallowRef(new Map<string, number>())
const compared = computed(() => [...new Set([...used.value, ...tried.value.keys()])])

const { refused, change, add, remove, spell, convert } = useSchemeEdits(id, () => other.value!)
useShortcuts([
  { keys: 'Ctrl+Z', does: 'undo the last edit of the draft', run: () => store.undo() },
  { keys: 'Ctrl+Shift+Z or Ctrl+Y', does: 'redo', run: () => store.redo() },
])
</script>

<template>
  <div
    v-if="scheme"
    class="page"
  >
    <RevisionSchemeHead
      :key="refused"
      :scheme="scheme"
      :schemes="schemes"
      :beside="other?.id ?? ''"
      @beside="ask({ with: $event || undefined })"
      @rename="change({ ...scheme, name: $event })"
      @add="add({ name: 'New scheme', series: [{ id: 'issue', major: { kind: 'letters' } }] })"
    >
      <template v-if="lifecycles.length"
        >labels
        <NuxtLink
          v-for="lifecycle in lifecycles"
          :key="lifecycle.id"
          :to="`/lifecycles/${lifecycle.id}`"
          >{{ lifecycle.name }}</NuxtLink
        >
        ·
        <NuxtLink :to="`/vault?lifecycle=${lifecycles[0]!.id}`"
          >{{ carrying.toLocaleString('en') }} documents</NuxtLink
        >
        carry one of {{ taken.size }} labels now{{
          at ? `; a new document starts at ${format(scheme, first(scheme))}` : ''
        }}</template
      >
      <template v-else
        >Used by no lifecycle.
        <button
          class="link wrong"
          @click="remove"
        >
          Remove it
        </button></template
      >
    </RevisionSchemeHead>
    <p
      v-for="problem in problems"
      :key="problem.message"
      class="wrong"
      role="alert"
    >
      ▲ {{ problem.message }}.
    </p>
    <template v-if="at">
      <RevisionRuler
        :scheme="scheme"
        :at="at"
        :taken="taken"
        :tried="tried"
        @go="jump"
      />
      <RevisionSteps
        :scheme="scheme"
        :at="at"
        :walked="walked"
        @go="go"
        @restart="jump(first(scheme))"
      />
    </template>
    <RevisionSeriesTable
      :key="refused"
      :scheme="scheme"
      @change="change"
    />
    <template v-if="other && otherSound && at">
      <h2 class="beside">Beside it: {{ other.name }}</h2>
      <RevisionRuler
        :scheme="other"
        :at="null"
        :taken="new Map()"
        :tried="targets"
        @go="goTo(`/revisions/${other.id}?at=${encodeURIComponent(format(other, $event))}`)"
      />
      <RevisionConversion
        :key="other.id"
        :source="scheme"
        :target="other"
        :labels="compared"
        :counts="taken"
        :lifecycles="lifecycles"
        @targets="targets = $event"
        @spell="spell"
        @convert="convert"
      />
    </template>
    <RevisionLabelBox
      v-if="!problems.length"
      :scheme="scheme"
      @tried="tried = $event"
      @inferred="(made, name) => add({ ...made, name })"
    />
  </div>
  <div
    v-else
    class="empty"
  >
    There is no revision scheme “{{ id }}” in the draft. <NuxtLink to="/revisions">See the others</NuxtLink>.
  </div>
</template>

<style scoped>
.beside {
  margin: 14px 0 6px;
}
p.wrong::first-letter {
  text-transform: uppercase;
}
</style>

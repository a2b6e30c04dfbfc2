<script setup lang="ts">
import { checkScheme, first, format, parse, type Position, type RevisionScheme } from '~~/core/revision'
import { idFor } from '~~/core/configuration'
import type { SchemeUse } from '~~/shared/answers'

const route = useRoute()
const store = useConfiguration()
const id = computed(() => String(route.params.id))
const schemes = computed(() => store.drafted?.schemes ?? [])
const scheme = computed(() => schemes.value.find((other) => other.id === id.value))
const other = computed(() => schemes.value.find(({ id: of }) => of === route.query.with && of !== id.value))
useTitle(() => scheme.value?.name ?? 'Revisions')
const ask = (change: Record<string, string | undefined>) =>
  navigateTo(
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

const use = shallowRef<SchemeUse | null>(null)
watch(
  [id, () => store.published?.id],
  async () =>
    (use.value = await api<NonNullable<typeof use.value>>(
      `schemes/${encodeURIComponent(id.value)}/use`,
    ).catch(() => null)),
  { immediate: true },
)
const taken = computed(
  () =>
    new Map(
      use.value?.labels.filter(({ current }) => current > 0).map(({ label, current }) => [label, current]),
    ),
)
const lifecycles = computed(() => (store.drafted?.lifecycles ?? []).filter((one) => one.scheme === id.value))
const carrying = computed(() => use.value?.labels.reduce((sum, { current }) => sum + current, 0) ?? 0)
const tried = shallowRef(new Map<string, number>())
const targets = shallowRef(new Map<string, number>())
const compared = computed(() => [
  ...new Set([...(use.value?.labels.map(({ label }) => label) ?? []), ...tried.value.keys()]),
])

/** Counts refusals: the fields are drawn anew then, and show what is, not what was refused. */
const refused = ref(0)
async function change(after: RevisionScheme): Promise<boolean> {
  const done = await store.edit({ kind: 'set-scheme', scheme: after })
  if (!done) refused.value++
  return done
}
async function add(from: Omit<RevisionScheme, 'id'>) {
  const name = freshName(from.name)
  const made = {
    ...from,
    name,
    id: idFor(
      name,
      schemes.value.map((entry) => entry.id),
    ),
  }
  if (!(await change(made))) return
  await navigateTo(`/revisions/${made.id}`)
  useNotices().say(`${made.name} is in the draft.`)
}
function freshName(wanted: string): string {
  const names = schemes.value.map(({ name }) => name.toLowerCase())
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted.trim() : `${wanted.trim()} ${n}`
    if (!names.includes(name.toLowerCase())) return name
  }
}
async function remove() {
  if (await store.edit({ kind: 'remove-scheme', id: id.value })) await navigateTo('/revisions')
}
async function spell(spellings: Record<string, string>) {
  const target = other.value!
  if (await change({ ...target, spellings: { ...target.spellings, ...spellings } }))
    useNotices().say(`${Object.keys(spellings).length} legacy spellings of ${target.name} are in the draft.`)
}
async function convert(lifecycle: string, conversion: Record<string, string>) {
  const target = other.value!
  if (await store.edit({ kind: 'use-scheme', lifecycle, id: target.id, conversion }))
    useNotices().say(
      `In the draft: ${store.drafted!.lifecycles.find((entry) => entry.id === lifecycle)!.name} labels by ${target.name}.`,
    )
}
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
    <div class="bar head">
      <h1>Revisions</h1>
      <nav
        class="schemes"
        aria-label="Schemes"
      >
        <NuxtLink
          v-for="entry in schemes"
          :key="entry.id"
          :to="`/revisions/${entry.id}`"
          :class="{ here: entry.id === id }"
          :aria-current="entry.id === id ? 'page' : undefined"
          >{{ entry.name }}</NuxtLink><button
          class="link"
          @click="add({ name: 'New scheme', series: [{ id: 'issue', major: { kind: 'letters' } }] })"
        >
          new
        </button>
      </nav>
      <span class="grow" />
      <label class="soft with"
        >beside<CommonPick
          :value="other?.id ?? ''"
          label="Compare with"
          empty="nothing"
          :options="
            schemes
              .filter((candidate) => candidate.id !== id)
              .map((entry) => ({ value: entry.id, name: entry.name }))
          "
          @pick="ask({ with: $event || undefined })"
      /></label>
    </div>
    <div class="bar facts">
      <input
        :key="refused"
        class="field title"
        :value="scheme.name"
        aria-label="Name of the scheme"
        @change="change({ ...scheme, name: ($event.target as HTMLInputElement).value })"
      />
      <span v-if="lifecycles.length"
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
        }}</span
      >
      <span
        v-else
        class="soft"
        >Used by no lifecycle.
        <button
          class="link wrong"
          @click="remove"
        >
          Remove it
        </button></span
      >
    </div>
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
        @go="navigateTo(`/revisions/${other.id}?at=${encodeURIComponent(format(other, $event))}`)"
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
.head {
  flex-wrap: wrap;
}
.schemes {
  display: flex;
  gap: 14px;
  margin-left: 10px;
}
.schemes a {
  text-decoration: none;
  padding: 2px 0;
}
.schemes a.here {
  font-weight: 600;
  box-shadow: inset 0 -2px var(--accent);
}
.with {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.facts {
  margin: 6px 0 8px;
}
.title {
  width: 210px;
  font-weight: 600;
}
.beside {
  margin: 14px 0 6px;
}
p.wrong::first-letter {
  text-transform: uppercase;
}
</style>

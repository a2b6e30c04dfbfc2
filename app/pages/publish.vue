<script setup lang="ts">
import { differences, stateName } from '~~/core/configuration'
import type { Stranded } from '~~/shared/answers'
import { counted, dayOf } from '~/format'

const store = useConfiguration()
useTitle('Review and publish')
const comment = ref('')
const made = computed(() => store.draft?.edits.slice(0, store.draft.cursor) ?? [])
const undone = computed(() => store.draft?.edits.slice(store.draft.cursor) ?? [])
const errors = computed(() => store.findings.filter((finding) => finding.severity === 'error').length)
const changes = computed(() =>
  store.published && store.drafted ? differences(store.published.configuration, store.drafted) : [],
)

/** The documents that the draft leaves nowhere, and where each lot shall go. */
const stranded = shallowRef<Stranded[]>([])
const targets = ref<Record<string, string>>({})
const lot = ({ lifecycle, state }: Stranded) => `${lifecycle} ${state}`
watch(
  () => store.draft?.change,
  () => attempt(async () => (stranded.value = await api<Stranded[]>('draft/stranded'))),
  { immediate: true },
)
const heldInWords = ({ count, named }: Stranded['checkedOut']) => {
  const names = named.map(({ number, by }) => `${number} by ${by}`).join(', ')
  const more = count > named.length ? ` and ${count - named.length} more` : ''
  return `${counted(count, 'is', 'are')} checked out and ${count === 1 ? 'stays' : 'stay'} so: ${names}${more}`
}
/** Kept rehearsals that come out otherwise, and the documents that shall move by themselves afterwards. */
const broken = ref(0)
const lets = ref<string[] | null>(null)
const undecided = computed(() => stranded.value.filter((entry) => !targets.value[lot(entry)]))
async function publish() {
  const number = store.draft!.number
  const numbers = lets.value
  const moves = stranded.value.map((entry) => ({
    lifecycle: entry.lifecycle,
    state: entry.state,
    to: targets.value[lot(entry)]!,
  }))
  if (await store.publish(comment.value, moves)) {
    useNotices().say(`Configuration ${number} is in force.`)
    comment.value = ''
    targets.value = {}
    if (numbers) await attempt(() => api('jobs', { method: 'POST', body: { kind: 'move', numbers } }))
  }
}
const hint = computed(() => {
  if (errors.value) return `${counted(errors.value, 'error stops', 'errors stop')} the publishing.`
  if (broken.value)
    return `${counted(broken.value, 'kept rehearsal stops', 'kept rehearsals stop')} the publishing.`
  if (undecided.value.length) return 'Say first where the documents of removed states go.'
  const edits = counted(made.value.length, 'edit goes', 'edits go')
  return made.value.length ? `${edits} in force together, or not at all.` : ''
})
useShortcuts([
  { keys: 'Ctrl+Z', does: 'undo the last edit of the draft', run: () => store.undo() },
  { keys: 'Ctrl+Shift+Z or Ctrl+Y', does: 'redo', run: () => store.redo() },
])
</script>

<template>
  <div class="page">
    <h1>Draft {{ store.draft?.number }}</h1>
    <p class="soft">
      In force: configuration {{ store.published?.id }}, published by {{ store.published?.personName }} on
      {{ dayOf(store.published?.at ?? '') }}.
    </p>
    <div class="two">
      <section>
        <h2>What changes</h2>
        <DraftEdits
          v-if="made.length"
          :edits="made"
        />
        <p
          v-else
          class="empty"
        >
          Nothing yet. Change a lifecycle on its sheet; the edits gather here, and nothing is in force before
          you publish.
        </p>
        <p
          v-if="undone.length"
          class="soft"
        >
          {{ counted(undone.length, 'undone edit') }} can be redone.
        </p>
        <template v-if="made.length">
          <h2 class="next">Against what is in force</h2>
          <p
            v-if="!changes.length"
            class="soft"
          >
            No difference: the edits take each other back.
          </p>
          <p
            v-for="change in changes"
            :key="change.about + change.words"
            class="change"
          >
            <b>{{ change.about }}</b>: {{ change.words }}
          </p>
        </template>
      </section>
      <section>
        <label class="why"
          >Why<textarea
            v-model="comment"
            class="field"
            rows="3"
            placeholder="For the audit trail"
          />
        </label>
        <p class="soft hint">
          {{ hint }}
        </p>
        <div class="bar">
          <button
            class="act main"
            :disabled="!made.length || errors > 0 || broken > 0 || undecided.length > 0"
            @click="publish"
          >
            Publish</button
          ><button
            class="link"
            :disabled="!made.length"
            @click="store.discard()"
          >
            Take the draft back
          </button>
        </div>
        <DraftBroken @count="broken = $event" />
        <DraftMoves v-model="lets" />
        <template v-if="stranded.length">
          <h2 class="next">Where do these documents go?</h2>
          <label
            v-for="entry in stranded"
            :key="lot(entry)"
            class="lot"
            >{{ entry.count }} in {{ entry.stateName }} of {{ entry.lifecycleName }} to<CommonPick
              :value="targets[lot(entry)] ?? ''"
              :label="`Where documents of ${entry.stateName} go`"
              :options="
                entry.targets.map((target) => ({ value: target, name: stateName(store.drafted!, target) }))
              "
              @pick="targets[lot(entry)] = $event"
            /><span
              v-if="entry.checkedOut.count"
              class="waits held"
              >▲ {{ heldInWords(entry.checkedOut) }}</span
            ></label
          >
        </template>
        <DraftFindings class="next" />
      </section>
    </div>
    <template v-if="made.length && changes.some(({ where }) => where.lifecycle)"
      ><h2 class="next">Before and after, on the same columns</h2>
      <DraftBeforeAfter
        :before="store.published!.configuration"
        :after="store.drafted!"
    /></template>
    <DraftEarlier class="earlier" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 28px;
  margin-top: 14px;
}
.hint {
  min-height: 20px;
}
.why {
  display: grid;
  gap: 3px;
  margin: 0 0 6px;
}
.earlier {
  margin-top: 26px;
  max-width: 900px;
}
.next {
  margin-top: 18px;
}
.change {
  margin: 4px 0 0;
}
.held {
  grid-column: 1 / -1;
}
.lot {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
}
</style>

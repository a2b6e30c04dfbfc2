<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { Attribute } from '~~/core/attribute'
import { classOf, lifecycleOf, stateName, stateUseOf } from '~~/core/configuration'

const route = useRoute()
const number = computed(() => decodeURIComponent(String(route.params.number)))
useTitle(number)
const session = useSession()
const store = useConfiguration()
const { page, acts, trail, missing, load, act, path, predictWith } = useDocument(number, true)
const configuration = computed(() => store.published!.configuration)
const document = computed(() => page.value?.document)
const use = computed(
  () =>
    document.value &&
    stateUseOf(lifecycleOf(configuration.value, document.value.lifecycle), document.value.state),
)
const mine = computed(() => page.value?.checkedOutBy?.id === session.person?.id)

const chosen = computed(() => acts.value.find((entry) => entry.transition.id === route.query.act))
const choose = (id?: string) => navigateTo({ query: id ? { act: id } : {} }, { replace: true })
const comment = ref('')
watch(
  () => route.query.act,
  () => (comment.value = ''),
)
watch(
  comment,
  useDebounceFn(() => predictWith(comment.value), 120),
)
const reasons = computed(() =>
  chosen.value && !chosen.value.decision.ok ? chosen.value.decision.reasons : [],
)
async function fire() {
  const { name, id } = chosen.value!.transition
  const before = document.value!.revision
  if (
    !(await act('/fire', 'POST', {
      body: { transition: id, ...(comment.value.trim() ? { comment: comment.value } : {}) },
    }))
  )
    return
  choose()
  useNotices().say(
    `${name}: ${number.value} stands in ${stateName(configuration.value, document.value!.state)}${before === document.value!.revision ? '' : `, ${before ?? 'no label'} → ${document.value!.revision}`}.`,
  )
}
const attributeName = (id: string) =>
  configuration.value.attributes.find((attribute) => attribute.id === id)?.name ?? id
const text = (value: unknown) =>
  value === null || value === undefined ? '' : value === true ? 'yes' : value === false ? 'no' : String(value)
const editable = (attribute: Attribute) =>
  use.value?.content === 'open' && !attribute.systemOnly && (!page.value?.checkedOutBy || mine.value)
const save = (attribute: Attribute, value: string) =>
  act('/record', 'PUT', { body: { values: { [attribute.id]: value.trim() || null } } })

/** What the tray is open for besides a transition: a new revision, a register row, a version. */
const open = (query: Record<string, string>) => navigateTo({ query }, { replace: true })
const revising = computed(() => route.query.new === 'revision')
const correcting = computed(() =>
  page.value?.register[Number(route.query.correct)] && route.query.correct !== undefined
    ? Number(route.query.correct)
    : null,
)
const rollingBack = computed(() =>
  page.value?.versions.some(({ version }) => version === Number(route.query.back))
    ? Number(route.query.back)
    : null,
)
async function revised(numbers: string[]) {
  choose()
  await load()
  useNotices().say(`New ${numbers.length === 1 ? 'revision' : 'revisions'}: ${numbers.join(', ')}.`)
}
const checkingIn = ref(false)
const file = shallowRef<File | null>(null)
const checkInComment = ref('')
async function checkIn() {
  const done = await act('/check-in', 'PUT', {
    file: file.value!,
    query: checkInComment.value.trim() ? { comment: checkInComment.value } : {},
  })
  if (!done) return
  checkingIn.value = false
  file.value = null
  checkInComment.value = ''
}
const size = (bytes: number) =>
  bytes < 2 ** 20 ? `${(bytes / 1024).toFixed(1)} kB` : `${(bytes / 2 ** 20).toFixed(1)} MB`
useShortcuts([
  { keys: 'O', does: 'check out', run: () => !page.value?.checkedOutBy && act('/check-out', 'POST') },
  { keys: 'R', does: 'make a new revision', run: () => void open({ new: 'revision' }) },
  { keys: 'I', does: 'check in', run: () => (checkingIn.value = mine.value) },
])
</script>

<template>
  <div
    v-if="missing"
    class="empty"
  >
    ▲ {{ missing }}. <NuxtLink to="/vault">Back to the vault</NuxtLink>.
  </div>
  <div
    v-else-if="page && document && use"
    class="page"
  >
    <header class="bar">
      <div class="grow">
        <h1>
          <span class="mono number">{{ document.number }}</span> {{ document.title }}
        </h1>
        <p class="soft">
          {{ classOf(configuration, document.classId).name }} ·
          {{ lifecycleOf(configuration, document.lifecycle).name }} · {{ document.folder }} · filed by
          {{ document.creatorName }}, {{ document.createdAt.slice(0, 10) }}
        </p>
      </div>
      <span
        v-if="page.checkedOutBy"
        class="waits"
        >Checked out by {{ mine ? 'you' : page.checkedOutBy.name }} since
        {{ document.checkedOutAt?.slice(0, 10) }}</span
      >
      <button
        class="act"
        title="Minor or major, as the state says (R)"
        @click="open({ new: 'revision' })"
      >
        New revision
      </button>
      <NuxtLink
        class="act link-act"
        :to="`/adoption?numbers=${encodeURIComponent(document.number)}&at=${encodeURIComponent(document.number)}`"
        >Adopt a label</NuxtLink
      >
      <button
        v-if="!page.checkedOutBy"
        class="act"
        :disabled="use.content === 'closed'"
        :title="
          use.content === 'closed'
            ? `Content is closed in ${stateName(configuration, document.state)}`
            : 'Reserve the file (O)'
        "
        @click="act('/check-out', 'POST')"
      >
        Check out
      </button>
      <template v-if="mine"
        ><button
          class="act main"
          @click="checkingIn = true"
        >
          Check in …</button
        ><button
          class="act"
          @click="act('/undo-check-out', 'POST')"
        >
          Undo check-out
        </button></template
      >
    </header>

    <div class="standing sheet">
      <span
        class="state"
        :class="use.phase"
        >{{ stateName(configuration, document.state) }}</span
      >
      <span
        >revision
        <b
          class="mono big"
          data-role="revision"
          >{{ document.revision ?? '–' }}</b
        ></span
      >
      <CommonRevisionTape
        :rows="page.register"
        :next="page.next"
        :most="8"
      />
      <span
        v-if="page.next"
        class="soft"
        >The next revision will be <b class="mono">{{ page.next }}</b>.</span
      >
      <span
        v-if="use.guidance"
        class="soft clip"
        :title="use.guidance"
        >{{ use.guidance }}</span
      >
    </div>

    <div class="columns">
      <section>
        <h2>Record</h2>
        <table class="rows record">
          <tbody>
            <tr
              v-for="attribute in configuration.attributes"
              :key="attribute.id"
            >
              <td class="soft">{{ attribute.name }}</td>
              <td v-if="!editable(attribute)">
                {{ text(document.record[attribute.id]) || '–' }}
                {{ document.record[attribute.id] != null ? (attribute.unit ?? '') : '' }}
              </td>
              <td v-else-if="attribute.type === 'choice'">
                <select
                  class="field"
                  :value="text(document.record[attribute.id])"
                  :aria-label="attribute.name"
                  @change="save(attribute, ($event.target as HTMLSelectElement).value)"
                >
                  <option value="" />
                  <option
                    v-for="choice in attribute.choices"
                    :key="choice"
                  >
                    {{ choice }}
                  </option>
                </select>
              </td>
              <td v-else>
                <input
                  class="field"
                  :value="text(document.record[attribute.id])"
                  :aria-label="attribute.name"
                  :placeholder="attribute.unit ?? ''"
                  @change="save(attribute, ($event.target as HTMLInputElement).value)"
                />
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <h2>Revision register</h2>
        <table
          class="rows"
          aria-label="Revision register"
        >
          <thead>
            <tr>
              <th>Rev.</th>
              <th>Origin</th>
              <th>Date</th>
              <th>By</th>
              <th>Text</th>
              <th class="right">Version</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="{ row, index } in page.register.map((row, index) => ({ row, index })).reverse()"
              :key="index"
              :class="{ picked: correcting === index }"
            >
              <td class="mono">
                <template
                  v-for="was in row.was ?? []"
                  :key="was.on + was.label"
                  ><s
                    class="soft"
                    :title="`${was.why} (${was.by}, ${was.on})`"
                    >{{ was.label }}</s
                  > </template
                ><b>{{ row.label }}</b>
              </td>
              <td :class="{ soft: row.origin === 'legacy' }">{{ row.origin }}</td>
              <td class="mono">{{ row.date ?? '–' }}</td>
              <td>{{ row.author ?? '–' }}</td>
              <td>{{ row.text ?? '–' }}</td>
              <td class="mono right">{{ row.version ?? '–' }}</td>
              <td class="right">
                <button
                  class="link soft"
                  :aria-label="`Correct ${row.label}`"
                  @click="open({ correct: String(index) })"
                >
                  correct
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p
          v-for="(was, index) in page.register.flatMap((row) =>
            (row.was ?? []).map((entry) => ({ ...entry, now: row.label })),
          )"
          :key="index"
          class="soft"
        >
          {{ was.now }} was {{ was.label }} until {{ was.on }}: {{ was.why }} ({{ was.by }}).
        </p>
        <h2 class="next">Versions</h2>
        <table
          class="rows"
          aria-label="Versions"
        >
          <thead>
            <tr>
              <th class="right">No.</th>
              <th>File</th>
              <th>Rev.</th>
              <th>Comment</th>
              <th>By</th>
              <th>Date</th>
              <th class="right">Size</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="version in page.versions"
              :key="version.version"
            >
              <td class="mono right">{{ version.version }}</td>
              <td class="name">
                <a
                  :href="`/api/${path(`/versions/${version.version}`)}`"
                  :title="`Download; SHA-256 ${version.sha256}`"
                  >{{ version.fileName }}</a
                >
              </td>
              <td class="mono">{{ version.revision ?? '–' }}</td>
              <td>{{ version.comment ?? '–' }}</td>
              <td>{{ version.personName }}</td>
              <td class="mono">{{ version.at.slice(0, 10) }}</td>
              <td class="mono right">{{ size(version.size) }}</td>
              <td class="right">
                <button
                  v-if="version.version !== document.version"
                  class="link soft"
                  :aria-label="`Roll back to version ${version.version}`"
                  @click="open({ back: String(version.version) })"
                >
                  roll back
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <section>
        <h2>Transitions from here</h2>
        <button
          v-for="entry in acts"
          :key="entry.transition.id"
          class="plain possible"
          :class="{ chosen: chosen === entry }"
          @click="choose(entry.transition.id)"
        >
          <b>{{ entry.transition.name }}</b>
          <span class="soft">→ {{ stateName(configuration, entry.transition.to) }}</span>
          <span
            v-if="entry.decision.ok"
            class="mono"
            >{{ entry.decision.outcome.before ?? '–' }} → {{ entry.decision.outcome.after ?? '–' }}</span
          >
          <span
            v-else-if="entry.decision.reasons.every((reason) => reason.rule === 'comment')"
            class="soft"
            >asks for a comment</span
          >
          <span
            v-else
            class="soft"
            >not now, {{ entry.decision.reasons.length }}
            {{ entry.decision.reasons.length === 1 ? 'reason' : 'reasons' }}</span
          >
        </button>
        <p
          v-if="!acts.length"
          class="soft"
        >
          None: {{ stateName(configuration, document.state) }} is the end of the way.
        </p>
        <VaultReferences
          :refers-to="page.refersTo"
          :used-by="page.usedBy"
          :act="act"
        />
      </section>
    </div>
    <h2 class="next">Audit trail</h2>
    <CommonAuditTrail :entries="trail" />

    <ShellTheTray
      v-if="checkingIn && mine"
      :label="`Check ${number} in`"
      :height="170"
      @close="checkingIn = false"
    >
      <template #what
        ><h3>Check in</h3>
        <input
          type="file"
          aria-label="New file"
          @change="file = ($event.target as HTMLInputElement).files?.[0] ?? null"
      /></template>
      <template #rests
        ><h3>Comment</h3>
        <textarea
          v-model="checkInComment"
          class="field"
          rows="3"
          aria-label="Comment"
          placeholder="What changed"
        />
      </template>
      <template #leads
        ><h3>What will happen</h3>
        <p>
          Version {{ document.version + 1 }}; the label stays
          <b class="mono">{{ document.revision ?? '–' }}</b>. The reservation ends.
        </p>
        <button
          class="act main"
          :disabled="!file"
          @click="checkIn"
        >
          Check in
        </button></template
      >
    </ShellTheTray>
    <VaultNewRevisionTray
      v-else-if="revising"
      :key="`new ${document.change}`"
      :number="number"
      @close="choose()"
      @done="revised"
    />
    <VaultCorrectionTray
      v-else-if="correcting !== null"
      :key="`row ${correcting}`"
      :number="number"
      :row="page.register[correcting]!"
      :index="correcting"
      :act="act"
      @close="choose()"
      @done="
        (label) => {
          choose()
          useNotices().say(`The register says ${label} now, and keeps what it was.`)
        }
      "
    />
    <VaultRollBackTray
      v-else-if="rollingBack !== null"
      :number="number"
      :version="rollingBack"
      :current="document.version"
      :label="document.revision"
      :act="act"
      @close="choose()"
      @done="choose()"
    />
    <ShellTheTray
      v-else-if="chosen"
      :label="chosen.transition.name"
      :height="190"
      @close="choose()"
    >
      <template #what>
        <h3>
          {{ chosen.transition.name }}
          <span class="soft"
            >{{ stateName(configuration, document.state) }} →
            {{ stateName(configuration, chosen.transition.to) }}</span
          >
        </h3>
        <label
          for="fire-comment"
          class="soft"
          >Comment{{ chosen.transition.comment === 'required' ? ', asked for' : '' }}</label
        ><textarea
          id="fire-comment"
          v-model="comment"
          class="field"
          rows="2"
        />
        <p class="fire">
          <button
            class="act main"
            :disabled="reasons.length > 0"
            @click="fire"
          >
            {{ chosen.transition.name }}
          </button>
        </p>
      </template>
      <template #rests>
        <h3>What it rests on</h3>
        <p v-if="chosen.transition.guard">
          <code>{{ chosen.transition.guard }}</code>
        </p>
        <p
          v-else
          class="soft"
        >
          No guard.
        </p>
        <p
          v-if="!reasons.length"
          class="soft"
        >
          You may fire it, and nothing stands against it.
        </p>
      </template>
      <template #leads>
        <template v-if="reasons.length">
          <h3 class="wrong">
            ▲ {{ reasons.length === 1 ? 'One reason' : `${reasons.length} reasons` }} against
          </h3>
          <div
            v-for="reason in reasons"
            :key="reason.rule + reason.message"
            class="reason"
          >
            <p>{{ reason.message }}.</p>
            <p class="soft">{{ reason.where }}: {{ reason.wayOut }}.</p>
          </div>
        </template>
        <template v-else-if="chosen.decision.ok">
          <h3>What will happen</h3>
          <dl class="pairs">
            <dt>State</dt>
            <dd>
              {{ stateName(configuration, chosen.decision.outcome.from) }} →
              <b>{{ stateName(configuration, chosen.decision.outcome.to) }}</b>
            </dd>
            <dt>Label</dt>
            <dd class="mono">
              {{ chosen.decision.outcome.before ?? '–' }} → <b>{{ chosen.decision.outcome.after ?? '–' }}</b>
            </dd>
            <template v-if="chosen.decision.outcome.version"
              ><dt>Version</dt>
              <dd>
                {{ chosen.decision.outcome.version }}, with a register row of origin
                {{ chosen.decision.outcome.register?.origin }}
              </dd></template
            >
            <template
              v-for="written in chosen.decision.outcome.written"
              :key="written.attribute"
              ><dt>{{ attributeName(written.attribute) }}</dt>
              <dd>{{ text(written.before) || '–' }} → {{ text(written.after) || '–' }}</dd></template
            >
          </dl>
        </template>
      </template>
    </ShellTheTray>
  </div>
</template>

<style scoped>
.number {
  font-size: 16px;
  margin-right: 8px;
}
.standing {
  display: flex;
  gap: 18px;
  align-items: center;
  padding: 8px 12px;
  margin: 8px 0 14px;
}
.state {
  border: 1px solid var(--ink);
  padding: 2px 12px;
  font-weight: 600;
  border-radius: 2px;
}
.state.review {
  background: repeating-linear-gradient(-45deg, var(--sheet) 0 5px, var(--tint) 5px 7px);
}
.state.issued {
  background: var(--ink);
  color: var(--inverse);
}
.state.retired {
  color: var(--ink-soft);
  border-color: var(--ink-faint);
}
.big {
  font-size: 17px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(200px, 5fr) minmax(0, 11fr) minmax(220px, 5fr);
  gap: 22px;
}
.record td {
  padding: 2px 6px;
  height: 26px;
}
.record .field {
  height: 22px;
}
.next {
  margin-top: 18px;
}
.picked {
  background: var(--tint);
}
.link-act {
  text-decoration: none;
  line-height: 26px;
}
.name {
  max-width: 220px;
  overflow-wrap: anywhere;
}
.possible {
  display: flex;
  gap: 6px;
  width: 100%;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
  flex-wrap: wrap;
}
.possible:hover {
  background: var(--well);
}
.possible.chosen {
  background: var(--tint);
}
.possible > :last-child {
  margin-left: auto;
}
.fire {
  margin: 6px 0 0;
}
.reason p {
  margin: 0;
}
.reason {
  margin-bottom: 6px;
}
.reason p:first-child::first-letter {
  text-transform: uppercase;
}
</style>

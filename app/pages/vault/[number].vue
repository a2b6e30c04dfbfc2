<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { lifecycleOf, sheetOf, stateName, stateUseOf } from '~~/core/configuration'
import { sentence } from '~/format'

const route = useRoute()
const number = computed(() => decodeURIComponent(String(route.params.number)))
useTitle(number)
const session = useSession()
const store = useConfiguration()
const { page, acts, trail, missing, load, act, path, predictWith } = useDocument(number, true)
const configuration = computed(() => store.published!.configuration)
const document = computed(() => page.value?.document)
const nameOf = (state: string) => stateName(configuration.value, state)
const use = computed(
  () =>
    document.value &&
    stateUseOf(lifecycleOf(configuration.value, document.value.lifecycle), document.value.state),
)
/** The sheet of its class; what its record holds besides stands at the end. */
const sheet = computed(() => {
  const { classId = '', record = {} } = document.value ?? {}
  const parts = sheetOf(configuration.value, classId)
  const on = new Set(parts.flatMap(({ attributes }) => attributes.map(({ id }) => id)))
  const isBesides = (id: string) => !on.has(id) && record[id] !== undefined && record[id] !== null
  const besides = configuration.value.attributes.filter(({ id }) => isBesides(id))
  return besides.length ? [...parts, { name: 'Not on the sheet of its class', attributes: besides }] : parts
})
const mine = computed(() => page.value?.checkedOutBy?.id === session.person?.id)
const isOpen = computed(() => use.value?.content === 'open')
const mayEdit = computed(() => isOpen.value && (!page.value?.checkedOutBy || mine.value))

/** What the tray is open for stands in the address: a transition, a new revision, a register row, a version. */
const open = (query: Record<string, string> = {}) => goTo({ query }, { replace: true })
const close = () => open()
const chosen = computed(() => acts.value.find((entry) => entry.transition.id === route.query.act))
const numberIn = (key: string) => (route.query[key] === undefined ? null : Number(route.query[key]))
const correcting = computed(() => {
  const index = numberIn('correct')
  return index !== null && page.value?.register[index] ? index : null
})
const rollingBack = computed(() => {
  const version = numberIn('back')
  return page.value?.versions.some((entry) => entry.version === version) ? version : null
})
const checkingIn = ref(false)

const comment = ref('')
watch(
  () => route.query.act,
  () => (comment.value = ''),
)
const predict = useDebounceFn(() => predictWith(comment.value), 120)
watch(comment, predict)

async function fire(entered: { seat?: string; password?: string }) {
  const { transition, decision } = chosen.value!
  const { name, id } = transition
  const before = document.value!.revision
  const given = { ...(comment.value.trim() ? { comment: comment.value } : {}), ...entered }
  if (!(await act('/fire', 'POST', { body: { transition: id, ...given } }))) return
  close()
  const { signed, needed } = (decision.ok && decision.progress) || {}
  if (signed) return useNotices().say(`${name} of ${number.value}: ${signed} of ${needed} signed.`)
  const { revision, state } = document.value!
  const label = before === revision ? '' : `, ${before ?? 'no label'} → ${revision}`
  useNotices().say(`${name}: ${number.value} stands in ${nameOf(state)}${label}.`)
}
async function withdraw() {
  const { name, id } = chosen.value!.transition
  if (!(await act('/withdraw', 'POST', { body: { transition: id } }))) return
  close()
  useNotices().say(`${name} of ${number.value}: your signature is withdrawn.`)
}
async function revised(numbers: string[]) {
  close()
  await load()
  useNotices().say(`New ${numbers.length === 1 ? 'revision' : 'revisions'}: ${numbers.join(', ')}.`)
}
async function checkIn(file: File, words: string) {
  const query = words.trim() ? { comment: words } : {}
  if (await act('/check-in', 'PUT', { file, query })) checkingIn.value = false
}
const save = (attribute: string, value: string | null) =>
  act('/record', 'PUT', { body: { values: { [attribute]: value } } })

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
    ▲ {{ sentence(missing) }} <NuxtLink to="/vault">Back to the vault</NuxtLink>.
  </div>
  <div
    v-else-if="page && document && use"
    class="page"
  >
    <VaultDocumentHeader
      :page="page"
      :configuration="configuration"
      :mine="mine"
      :open="isOpen"
      @act="act($event, 'POST')"
      @check-in="checkingIn = true"
      @revise="open({ new: 'revision' })"
      @handed-on="load"
      @give-back="act('/undo-check-out', 'POST', { body: { comment: $event } })"
    />
    <VaultStanding
      :page="page"
      :use="use"
      :name="nameOf(document.state)"
    />
    <VaultStrip
      :lifecycle="lifecycleOf(configuration, document.lifecycle)"
      :configuration="configuration"
      :state="document.state"
      :since="document.stateSince"
      :trail="trail"
      :acts="acts"
    />
    <VaultNotes :page="page" />
    <div class="columns">
      <section>
        <h2>Record</h2>
        <VaultRecordTable
          :parts="sheet"
          :record="document.record"
          :open="mayEdit"
          @save="save"
        />
      </section>
      <section>
        <VaultHistory
          :page="page"
          :picked="correcting"
          :path="path"
          @correct="open({ correct: String($event) })"
          @roll-back="open({ back: String($event) })"
        />
      </section>
      <section>
        <h2>Transitions from here</h2>
        <VaultPossibleActs
          :acts="acts"
          :chosen="chosen"
          :configuration="configuration"
          :state="document.state"
          @choose="open({ act: $event })"
        />
        <VaultReferences
          :refers-to="page.refersTo"
          :used-by="page.usedBy"
          :copy-of="page.copyOf"
          :copied-to="page.copiedTo"
          :act="act"
        />
      </section>
    </div>
    <VaultSheet
      :key="document.version"
      :path="path"
      :versions="page.versions"
      :current="document.version"
    />
    <template v-if="page.history">
      <h2 class="next">Audit trail</h2>
      <CommonAuditTrail :entries="trail" />
    </template>

    <VaultCheckInTray
      v-if="checkingIn && mine"
      :number="number"
      :version="document.version"
      :label="document.revision"
      @close="checkingIn = false"
      @done="checkIn"
    />
    <VaultNewRevisionTray
      v-else-if="route.query.new === 'revision'"
      :key="`new ${document.change}`"
      :number="number"
      @close="close"
      @done="revised"
    />
    <VaultCorrectionTray
      v-else-if="correcting !== null"
      :key="`row ${correcting}`"
      :number="number"
      :row="page.register[correcting]!"
      :index="correcting"
      :act="act"
      @close="close"
    />
    <VaultRollBackTray
      v-else-if="rollingBack !== null"
      :number="number"
      :version="rollingBack"
      :current="document.version"
      :label="document.revision"
      :act="act"
      @close="close"
      @done="close"
    />
    <VaultFireTray
      v-else-if="chosen"
      v-model="comment"
      :act="chosen"
      :configuration="configuration"
      :state="document.state"
      @close="close"
      @fire="fire"
      @withdraw="withdraw"
    />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(200px, 5fr) minmax(0, 12fr) minmax(210px, 4fr);
  gap: 22px;
}
.next {
  margin-top: 18px;
}
</style>

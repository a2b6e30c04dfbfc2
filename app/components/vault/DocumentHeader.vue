<script setup lang="ts">
import { classOf, type Configuration, lifecycleOf, stateName } from '~~/core/configuration'
import type { DocumentPage } from '~~/shared/answers'
import { dayOf } from '~/format'

/** What a document is, who has it, and the acts on it that are no transitions. */
const props = defineProps<{
  page: DocumentPage
  configuration: Configuration
  mine: boolean
  open: boolean
}>()
const emit = defineEmits<{
  act: [path: string]
  checkIn: []
  revise: []
  giveBack: [reason: string]
  handedOn: []
}>()
const session = useSession()
const givingBack = ref(false)
const handingOn = ref(false)
const isOwn = computed(() => props.page.document.owner === session.person?.id)
watch(
  () => props.page.checkedOutBy,
  () => (givingBack.value = false),
)
const document = computed(() => props.page.document)
const filed = computed(() => {
  const { classId, lifecycle, folder, creatorName, ownerName, createdAt } = document.value
  const names = [classOf(props.configuration, classId).name, lifecycleOf(props.configuration, lifecycle).name]
  const belongs = ownerName === creatorName ? [] : [`belongs to ${ownerName}`]
  return [...names, folder, `filed by ${creatorName}, ${dayOf(createdAt)}`, ...belongs].join(' · ')
})
const adoption = computed(() => {
  const number = encodeURIComponent(document.value.number)
  return `/adoption?numbers=${number}&at=${number}`
})
const whyCheckOut = computed(() =>
  props.open
    ? 'Reserve the file (O)'
    : `Content is closed in ${stateName(props.configuration, document.value.state)}`,
)
</script>

<template>
  <header class="bar">
    <div class="grow">
      <h1>
        <span class="mono number">{{ document.number }}</span> {{ document.title }}
      </h1>
      <p class="soft">{{ filed }}</p>
    </div>
    <span
      v-if="page.checkedOutBy"
      class="waits"
    >
      Checked out by {{ mine ? 'you' : page.checkedOutBy.name }} since
      {{ dayOf(document.checkedOutAt ?? '') }}
    </span>
    <button
      class="act"
      title="Minor or major, as the state says (R)"
      @click="emit('revise')"
    >
      New revision
    </button>
    <button
      v-if="isOwn || session.person?.administrator"
      class="act"
      @click="handingOn = true"
    >
      Hand on …
    </button>
    <NuxtLink
      class="act link-act"
      :to="adoption"
    >
      Adopt a label
    </NuxtLink>
    <button
      v-if="!page.checkedOutBy"
      class="act"
      :disabled="!open"
      :title="whyCheckOut"
      @click="emit('act', '/check-out')"
    >
      Check out
    </button>
    <button
      v-if="page.checkedOutBy && !mine && session.person?.administrator"
      class="act"
      @click="givingBack = true"
    >
      Give back …
    </button>
    <template v-if="mine">
      <button
        class="act main"
        @click="emit('checkIn')"
      >
        Check in …
      </button>
      <button
        class="act"
        @click="emit('act', '/undo-check-out')"
      >
        Undo check-out
      </button>
    </template>
    <VaultHandOnTray
      v-if="handingOn"
      :number="document.number"
      :change="document.change"
      :owner="isOwn ? 'you' : document.ownerName"
      @close="handingOn = false"
      @done="((handingOn = false), emit('handedOn'))"
    />
    <VaultGiveBackTray
      v-if="givingBack && page.checkedOutBy"
      :number="document.number"
      :holder="page.checkedOutBy.name"
      :since="dayOf(document.checkedOutAt ?? '')"
      @close="givingBack = false"
      @done="emit('giveBack', $event)"
    />
  </header>
</template>

<style scoped>
.number {
  font-size: 16px;
  margin-right: 8px;
}
.link-act {
  text-decoration: none;
  line-height: 26px;
}
</style>

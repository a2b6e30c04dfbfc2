<script setup lang="ts">
import { type Lifecycle, lifecycleOf, stateUseOf } from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'

/** The chosen transition: every reason against, or what it takes to carry it out; and the other acts. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal; chosen: string }>()
const store = useConfiguration()
const { answer, act, person } = props.rehearsal
const comment = ref('')
const seat = ref('')
const attribute = ref('')
const value = ref('')
const document = computed(() => answer.value!.document!)
const transition = computed(() => props.lifecycle.transitions.find(({ id }) => id === props.chosen))
const way = computed(() => answer.value!.ways.find((one) => one.transition === props.chosen))
const reasons = computed(() =>
  way.value?.decision && !way.value.decision.ok ? way.value.decision.reasons : [],
)
const hasSigned = computed(() =>
  (document.value.signatures ?? []).some(
    (one) => one.transition === props.chosen && one.person === person.value,
  ),
)
const isOpen = computed(
  () => stateUseOf(lifecycleOf(store.drafted!, props.lifecycle.id), document.value.state).content === 'open',
)
const isMine = computed(() => document.value.checkedOutBy?.id === person.value)
const writable = computed(() =>
  store.drafted!.attributes.filter(
    ({ systemOnly, id }) => !systemOnly && id !== props.lifecycle.revisionAttribute,
  ),
)
function fire() {
  const said = comment.value.trim() || (transition.value!.comment === 'required' ? 'rehearsed' : '')
  act({
    ...{ act: 'fire', transition: props.chosen },
    ...(said ? { comment: said } : {}),
    ...(seat.value ? { seat: seat.value } : {}),
  })
}
function fill() {
  act({ act: 'edit', record: { [attribute.value]: value.value } })
  value.value = ''
}
</script>

<template>
  <template v-if="transition">
    <h3>{{ transition.name }}</h3>
    <p
      v-if="!way?.here"
      class="soft"
    >
      It does not start where {{ document.number }} stands.
    </p>
    <CommonReasonList
      v-else-if="reasons.length"
      :reasons="reasons"
    />
    <div
      v-else
      class="fire"
    >
      <button
        class="act main"
        @click="fire"
      >
        {{ transition.trigger === 'quorum' ? `Sign: ${transition.name}` : transition.name }}
      </button>
      <CommonPick
        v-if="(transition.seats?.length ?? 0) > 1"
        :value="seat"
        label="Sign as"
        empty="as the seat that fits"
        :options="transition.seats!.map(({ id, name }) => ({ value: id, name: `as ${name}` }))"
        @pick="seat = $event"
      />
      <input
        v-model="comment"
        class="field"
        placeholder="Comment"
        aria-label="Comment"
        maxlength="2000"
      />
    </div>
    <p v-if="hasSigned">
      <button
        class="link"
        @click="act({ act: 'withdraw', transition: chosen })"
      >
        Withdraw the signature
      </button>
    </p>
  </template>
  <h3 class="besides">{{ transition ? 'Besides' : 'Other acts' }}</h3>
  <p class="bar acts">
    <button
      v-if="!document.checkedOutBy"
      class="link"
      :disabled="!isOpen"
      @click="act({ act: 'check-out' })"
    >
      Check out
    </button>
    <template v-else>
      <button
        class="link"
        :disabled="!isMine"
        @click="act({ act: 'check-in', content: 'rehearsed' })"
      >
        Check in
      </button>
      <button
        class="link"
        :disabled="!isMine"
        @click="act({ act: 'undo-check-out' })"
      >
        Give back
      </button>
    </template>
    <button
      class="link"
      @click="act({ act: 'new-revision' })"
    >
      New revision
    </button>
  </p>
  <form
    v-if="isOpen"
    class="bar"
    @submit.prevent="fill"
  >
    <CommonPick
      :value="attribute"
      label="Attribute to fill in"
      empty="fill in …"
      :options="writable.map(({ id, name }) => ({ value: id, name }))"
      @pick="attribute = $event"
    />
    <input
      v-model="value"
      class="field"
      aria-label="Value"
    />
    <button
      class="act"
      :disabled="!attribute"
    >
      Write
    </button>
  </form>
</template>

<style scoped>
.fire {
  display: grid;
  grid-template-columns: auto minmax(90px, 1fr);
  gap: 6px 10px;
}
.fire .field {
  min-width: 0;
}
.besides {
  margin-top: 10px;
}
.acts {
  margin-bottom: 6px;
}
</style>

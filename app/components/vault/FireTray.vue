<script setup lang="ts">
import { attributeName, type Configuration, guardInWords, stateName } from '~~/core/configuration'
import type { PossibleAct } from '~~/shared/answers'
import { valueInWords } from '~/format'

/** A transition about to be fired: its comment, what it rests on, and what will happen or everything against. */
const props = defineProps<{ act: PossibleAct; configuration: Configuration; state: string }>()
const emit = defineEmits<{ close: []; fire: [given: { seat?: string; password?: string }]; withdraw: [] }>()
const session = useSession()
const round = computed(() => props.act.round)
const seat = ref('')
const password = ref('')
const fire = () =>
  emit('fire', {
    ...(seat.value ? { seat: seat.value } : {}),
    ...(password.value ? { password: password.value } : {}),
  })
const signed = computed(() =>
  round.value?.seats.some((one) => one.signed.some(({ person }) => person === session.person?.id)),
)
const progress = computed(() => (props.act.decision.ok ? props.act.decision.progress : undefined))
const comment = defineModel<string>({ required: true })
const transition = computed(() => props.act.transition)
const reasons = computed(() => (props.act.decision.ok ? [] : props.act.decision.reasons))
const outcome = computed(() => (props.act.decision.ok ? props.act.decision.outcome : null))
const nameOf = (state: string) => stateName(props.configuration, state)
const guard = computed(
  () => transition.value.guard && guardInWords(props.configuration, transition.value.guard),
)
</script>

<template>
  <ShellTheTray
    :label="transition.name"
    :height="190"
    @close="emit('close')"
  >
    <template #what>
      <h3>
        {{ transition.name }}
        <span class="soft">{{ nameOf(state) }} → {{ nameOf(transition.to) }}</span>
      </h3>
      <label
        for="fire-comment"
        class="soft"
      >
        Comment{{ transition.comment === 'required' ? ', asked for' : '' }}
      </label>
      <textarea
        id="fire-comment"
        v-model="comment"
        class="field"
        rows="2"
      />
      <p class="fire bar">
        <CommonPasswordAgain
          v-if="transition.password && !signed"
          v-model="password"
        />
        <CommonPick
          v-if="round && round.seats.length > 1 && !signed"
          :value="seat"
          empty="as the seat that fits"
          label="Sign as"
          :options="round.seats.map(({ id, name }) => ({ value: id, name: `as ${name}` }))"
          @pick="seat = $event"
        />
        <button
          v-if="signed"
          class="act"
          @click="emit('withdraw')"
        >
          Withdraw my signature
        </button>
        <button
          v-else
          class="act main"
          :disabled="reasons.length > 0 || (transition.password && !password)"
          @click="fire"
        >
          {{ round ? `Sign: ${transition.name}` : transition.name }}
        </button>
      </p>
    </template>
    <template #rests>
      <h3>What it rests on</h3>
      <p v-if="transition.guidance">{{ transition.guidance }}</p>
      <p
        v-if="guard"
        :title="transition.guard"
      >
        If {{ guard }}.
      </p>
      <p
        v-else
        class="soft"
      >
        No guard.
      </p>
      <VaultRound
        v-if="round"
        :round="round"
      />
      <p
        v-if="!reasons.length"
        class="soft"
      >
        You may {{ round ? 'sign' : 'fire' }} it, and nothing stands against it.
      </p>
    </template>
    <template #leads>
      <CommonReasonList
        v-if="reasons.length"
        :reasons="reasons"
      />
      <template v-else-if="progress">
        <h3>What will happen</h3>
        <p>
          Your signature is recorded: {{ progress.signed }} of {{ progress.needed }}. The document stays in
          {{ nameOf(state) }} until all have signed, and then everything happens at once.
        </p>
      </template>
      <template v-else-if="outcome">
        <h3>What will happen</h3>
        <dl class="pairs">
          <dt>State</dt>
          <dd>
            {{ nameOf(outcome.from) }} → <b>{{ nameOf(outcome.to) }}</b>
          </dd>
          <dt>Label</dt>
          <dd class="mono">
            {{ outcome.before ?? '–' }} → <b>{{ outcome.after ?? '–' }}</b>
          </dd>
          <template v-if="outcome.version">
            <dt>Version</dt>
            <dd>{{ outcome.version }}, with a register row of origin {{ outcome.register?.origin }}</dd>
          </template>
          <template
            v-for="written in outcome.written"
            :key="written.attribute"
          >
            <dt>{{ attributeName(configuration, written.attribute) }}</dt>
            <dd>{{ valueInWords(written.before) || '–' }} → {{ valueInWords(written.after) || '–' }}</dd>
          </template>
        </dl>
      </template>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.fire {
  margin: 6px 0 0;
}
</style>

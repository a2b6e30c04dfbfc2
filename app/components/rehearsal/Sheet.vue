<script setup lang="ts">
import {
  type Lifecycle,
  phaseKinds,
  stateName,
  stepWord,
  type Transition,
  whoFires,
} from '~~/core/configuration'
import type { Rehearsal } from '~/composables/useRehearsal'

/** Transitions as somebody meets them where the document stands: open ones lit, the others say why. */
const props = defineProps<{ lifecycle: Lifecycle; rehearsal: Rehearsal }>()
const store = useConfiguration()
const directory = useDirectory()
const { answer, person } = props.rehearsal
const chosen = ref('')
const nameOf = (state: string) => stateName(store.drafted!, state)
const document = computed(() => answer.value!.document!)
const states = computed(() => props.lifecycle.states.map(({ state }) => state))
const rows = computed(() =>
  props.lifecycle.transitions.map((transition) => {
    const way = answer.value!.ways.find((one) => one.transition === transition.id)
    const reasons = way?.decision && !way.decision.ok ? way.decision.reasons : []
    return { transition, here: way?.here ?? false, isOpen: way?.decision?.ok ?? false, reasons }
  }),
)
type Row = (typeof rows.value)[number]
function saying({ transition, here, isOpen, reasons }: Row): string {
  if (!here) return 'not here'
  const progress = progressOf(transition)
  if (isOpen) return progress ? `open: ${progress}` : 'open'
  const told = reasons.map(({ message }) => message).join('; ')
  return [progress, reasons.length > 1 ? `${reasons.length} reasons: ${told}` : told]
    .filter(Boolean)
    .join('; ')
}
function progressOf({ id, seats = [], trigger }: Transition): string {
  if (trigger !== 'quorum') return ''
  const signed = (document.value.signatures ?? []).filter(({ transition }) => transition === id).length
  return `${signed} of ${seats.reduce((sum, seat) => sum + seat.needed, 0)} signed`
}
const others = computed(() => answer.value!.others.slice(0, 4))
const whatFor = (ids: string[]) =>
  ids.map((id) => props.lifecycle.transitions.find((one) => one.id === id)?.name ?? id).join(', ')
const personName = computed(() => directory.personName(person.value))

const sheet = ref<HTMLElement>()
const width = useWidth(sheet)
const column = computed(() =>
  Math.max(
    96,
    Math.min(
      140,
      Math.floor((width.value - beforeColumns - 132 - 66 - 280) / Math.max(1, states.value.length)),
    ),
  ),
)
const grid = computed(() => ({
  '--columns': states.value.length,
  '--column': `${column.value}px`,
  '--who': '132px',
  '--label': '66px',
}))
function fire(row: Row) {
  chosen.value = row.transition.id
}
</script>

<template>
  <div
    ref="sheet"
    class="score"
    :style="grid"
  >
    <div class="line heads">
      <span />
      <div
        v-for="use in lifecycle.states"
        :key="use.state"
        class="head-cell"
      >
        <div
          class="head"
          :class="[use.phase, { stands: use.state === document.state }]"
          :aria-current="use.state === document.state ? 'step' : undefined"
        >
          <b class="clip">{{ nameOf(use.state) }}</b>
          <small class="mono clip">{{
            use.state === document.state
              ? `${document.number} · ${document.revision ?? '–'}`
              : phaseKinds[use.phase].name
          }}</small>
        </div>
      </div>
    </div>
    <div class="line titles">
      <h2 class="whole">Transitions for {{ personName }} now</h2>
    </div>
    <div
      v-for="row in rows"
      :key="row.transition.id"
      class="line rung"
      :class="{ selected: row.transition.id === chosen, off: !row.here, open: row.isOpen }"
      @click="fire(row)"
    >
      <button
        class="plain clip"
        :aria-label="row.transition.name"
        :aria-pressed="row.transition.id === chosen"
      >
        {{ row.transition.name }}
      </button>
      <LifecycleRung
        class="span"
        :states="states"
        :column="column"
        :transition="row.transition"
        :faint="!row.here"
      />
      <span class="clip">{{ whoFires(store.drafted!, row.transition) }}</span>
      <span class="mono">{{ stepWord(store.drafted!, lifecycle, row.transition) }}</span>
      <span
        class="says"
        :class="{ waits: row.here && !row.isOpen }"
        :title="saying(row)"
        >{{ saying(row) }}</span
      >
    </div>
    <p class="others soft">
      <template v-if="others.length">
        Open to somebody else now:
        <span
          v-for="other in others"
          :key="other.person"
          ><button
            class="link"
            :title="`Go on as ${other.name}`"
            @click="person = other.person"
          >
            {{ other.name }}
          </button>
          may {{ whatFor(other.transitions) }};
        </span>
        <template v-if="answer!.others.length > others.length"
          >and {{ answer!.others.length - others.length }} more.</template
        >
      </template>
      <template v-else>Nobody else can do anything with it here.</template>
    </p>
    <RehearsalTray
      :lifecycle="lifecycle"
      :rehearsal="rehearsal"
      :chosen="chosen"
      @choose="chosen = $event"
    />
  </div>
</template>

<style scoped src="../lifecycle/heads.css"></style>

<style scoped>
.head {
  cursor: default;
}
.head small {
  max-width: 100%;
}
.head.stands {
  outline: 3px solid var(--accent);
  outline-offset: 1px;
}
h2.whole {
  grid-column: 1 / -1;
  padding: 10px 0 3px;
}
.titles {
  border-bottom: 1px solid var(--ink);
  min-height: 0;
}
.span {
  grid-column: 2 / calc(var(--columns) + 2);
}
.rung {
  cursor: pointer;
}
.rung:hover {
  background: var(--well);
}
.rung.selected {
  background: var(--tint);
}
.rung .span {
  padding: 0;
}
.off {
  color: var(--ink-faint);
}
.open > button {
  font-weight: 600;
}
.says {
  font-size: 12px;
  line-height: 15px;
  max-height: 30px;
  overflow: hidden;
}
.others {
  padding: 6px;
}
</style>

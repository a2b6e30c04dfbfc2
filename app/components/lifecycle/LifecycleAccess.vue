<script setup lang="ts">
import { unusedRights, usersOfRight } from '~~/core/check'
import { type Lifecycle, principalName, type StateUse } from '~~/core/configuration'
import { anyone, type Right, rights } from '~~/core/access'
import type { Selection } from '~/composables/useLifecycle'

/**
 * Who may do what in each state, a row for each principal or a row for each right; what is of no use is
 * offered for removal.
 */
const props = defineProps<{ lifecycle: Lifecycle; selection: Selection; only: string }>()
const emit = defineEmits<{ select: [selection: Selection] }>()
const { configuration, name, edit } = useLifecycle(() => props.lifecycle.id)

const byRight = ref(false)
const states = computed(() => props.lifecycle.states)
const seen = useColumnsInSight(() => states.value)
const principals = computed(() =>
  [...new Set(states.value.flatMap((use) => Object.keys(use.grants)))].filter(
    (principal) => !props.only || principal === props.only || principal === anyone,
  ),
)
const everybody = usePrincipals()
const missing = computed(() =>
  everybody.value.filter(({ value }) => !states.value.some((use) => value in use.grants)),
)
const isEmpty = (principal: string) => states.value.every((use) => !use.grants[principal]?.length)
const held = (use: StateUse, principal: string) => use.grants[principal] ?? []
const heldInWords = (use: StateUse, principal: string) => held(use, principal).join(', ') || 'nothing'
const holders = (use: StateUse, right: Right) =>
  Object.keys(use.grants)
    .filter((principal) => use.grants[principal]!.includes(right) && principals.value.includes(principal))
    .map((principal) => principalName(configuration.value, principal))
const unused = computed(() => unusedRights(props.lifecycle))
const isUnused = (state: string, right: Right) =>
  unused.value.some((entry) => entry.state === state && entry.right === right)
const isSelected = (state: string, principal: string) =>
  props.selection?.kind === 'grant' &&
  props.selection.state === state &&
  props.selection.principal === principal
const add = (principal: string) =>
  principal &&
  edit({
    kind: 'set-grant',
    lifecycle: props.lifecycle.id,
    state: props.lifecycle.entry,
    principal,
    rights: ['see'],
  })
</script>

<template>
  <div class="title">
    <h2>Access</h2>
    <button
      class="link soft no-print"
      :aria-pressed="byRight"
      @click="byRight = !byRight"
    >
      {{ byRight ? 'a row for each who' : 'a row for each right' }}
    </button>
  </div>
  <template v-if="!byRight">
    <div
      v-for="principal in principals"
      :key="principal"
      class="line"
    >
      <span class="clip">{{ principalName(configuration, principal) }}</span>
      <button
        v-for="{ thing: use, style } in seen"
        :key="use.state"
        class="plain cell rights"
        :style="style"
        :class="{ selected: isSelected(use.state, principal) }"
        :title="heldInWords(use, principal)"
        :aria-label="`${principalName(configuration, principal)} in ${name(use.state)}: ${heldInWords(use, principal)}`"
        @click="emit('select', { kind: 'grant', state: use.state, principal })"
      >
        {{
          held(use, principal).length === rights.length ? 'everything' : held(use, principal).join(' ') || '–'
        }}
      </button>
      <span
        v-if="isEmpty(principal)"
        class="in-words no-print"
        ><span class="soft">no right anywhere</span>
        <button
          class="link"
          @click="edit({ kind: 'drop-principal', lifecycle: lifecycle.id, principal })"
        >
          remove row
        </button></span
      >
    </div>
    <div class="line no-print">
      <CommonPick
        class="soft add"
        quiet
        value=""
        empty="add somebody…"
        label="Add somebody to the access rows"
        :options="missing"
        @pick="add"
      />
    </div>
  </template>
  <div
    v-for="right in byRight ? rights : []"
    :key="right"
    class="line"
  >
    <span class="mono">{{ right }}</span>
    <span
      v-for="{ thing: use, style } in seen"
      :key="use.state"
      class="cell rights"
      :style="style"
      :class="{ waits: isUnused(use.state, right) }"
      :title="holders(use, right).join(', ')"
      >{{ holders(use, right).join(', ') || '–' }}</span
    >
    <span class="in-words soft">{{ usersOfRight(lifecycle, right) }}</span>
  </div>
  <details
    v-if="unused.length"
    class="unused no-print"
  >
    <summary class="soft">
      {{ unused.length }} {{ unused.length === 1 ? 'right is' : 'rights are' }} granted where nothing can be
      done with {{ unused.length === 1 ? 'it' : 'them' }}
    </summary>
    <p
      v-for="entry in unused"
      :key="`${entry.state} ${entry.right}`"
    >
      <span class="mono">{{ entry.right }}</span> in {{ name(entry.state) }}: {{ entry.why }}.
      <button
        class="link"
        :aria-label="`Remove ${entry.right} in ${name(entry.state)}`"
        @click="edit({ kind: 'drop-right', lifecycle: lifecycle.id, state: entry.state, right: entry.right })"
      >
        remove
      </button>
    </p>
  </details>
</template>

<style scoped>
.line .add {
  font: inherit;
  text-align: left;
  text-align-last: left;
  padding: 0;
}
.title {
  display: flex;
  gap: 14px;
  align-items: baseline;
  border-bottom: 1px solid var(--ink);
  padding: 10px 6px 3px;
}
.title h2 {
  padding: 0;
  border: 0;
}
.rights {
  font-size: 11px;
  line-height: 13px;
  height: 100%;
  overflow: hidden;
}
button.rights:hover {
  background: var(--well);
}
.selected {
  background: var(--tint);
}
.unused {
  padding: 4px 6px;
}
.unused p {
  margin: 2px 0 0 14px;
}
</style>

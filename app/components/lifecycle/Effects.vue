<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Seat } from '~~/core/configuration'
import { type Control, type Effect, effectKind, effectKinds } from '~~/core/effect'
import type { Script } from '~~/core/script'
import { VueDraggable } from 'vue-draggable-plus'

/** What a transition does when it fires, in order; each kind of effect says which fields it asks for. */
const props = defineProps<{
  effects: Effect[]
  attributes: Attribute[]
  seats: Seat[]
  scripts: Script[]
  folders: string[]
}>()
const emit = defineEmits<{ change: [effects: Effect[]] }>()

const put = (index: number, effect: Effect) =>
  emit(
    'change',
    props.effects.map((other, at) => (at === index ? effect : other)),
  )
const around = computed(() => ({
  attributes: props.attributes,
  transition: '',
  byQuorum: true,
  seats: props.seats,
}))
const blank = (kind: Effect['kind']) => ({ kind, ...effectKind({ kind }).blank(around.value) }) as Effect
const kinds = Object.entries(effectKinds).map(([value, { name }]) => ({ value, name }))

/** One effect before or after another: each sees what those before it wrote. */
function move(index: number, by: number) {
  const to = index + by
  if (to < 0 || to >= props.effects.length) return
  const order = props.effects.toSpliced(index, 1)
  emit('change', order.toSpliced(to, 0, props.effects[index]!))
}

const valueOf = (effect: Effect, { field }: Control) => String(effect[field as keyof Effect] ?? '')
const fill = (index: number, { field, as }: Control, value: string) =>
  put(index, {
    ...props.effects[index]!,
    [field]: as === 'signer' && value !== 'last' ? Number(value) : value,
  } as Effect)

const neededIn = (seat: unknown) => props.seats.find(({ id }) => id === seat)?.needed ?? 1
/** The choices with what stands there already, which may be gone. */
function withOwn(choices: { value: string; name: string }[], effect: Effect, field: string) {
  const own = valueOf(effect, { field } as Control)
  return choices.some(({ value }) => value === own)
    ? choices
    : [...choices, { value: own, name: `${own}, which is not there` }]
}
/** What a field may be chosen from; null where it is written. */
function choicesFor(effect: Effect, { field, as, choices }: Control) {
  if (as === 'attribute') return props.attributes.map(({ id, name }) => ({ value: id, name }))
  if (as === 'choice') return (choices ?? []).map((value) => ({ value, name: value }))
  if (as === 'signer') {
    const numbers = Array.from({ length: neededIn('seat' in effect && effect.seat) }, (_, index) => index + 1)
    const numbered = numbers.map((signer) => ({ value: String(signer), name: `no. ${signer}` }))
    return [...numbered, { value: 'last', name: 'last' }]
  }
  if (as === 'script')
    return withOwn(
      props.scripts.map(({ id, name }) => ({ value: id, name })),
      effect,
      field,
    )
  if (as === 'folder')
    return withOwn(
      props.folders.map((path) => ({ value: path, name: path })),
      effect,
      field,
    )
  if (as !== 'seat') return null
  const seats = props.seats.map(({ id, name }) => ({ value: id, name }))
  const own = valueOf(effect, { field } as Control)
  return seats.some(({ value }) => value === own) ? seats : [...seats, { value: own, name: 'no seat' }]
}
</script>

<template>
  <div>
    <VueDraggable
      :model-value="effects"
      handle=".grip"
      :animation="120"
      @update:model-value="emit('change', $event)"
    >
      <div
        v-for="(effect, index) in effects"
        :key="index"
        class="effect"
      >
        <button
          class="plain soft grip"
          :aria-label="`Effect ${index + 1}: drag, or Alt and arrows, to reorder`"
          title="Drag, or Alt+↑ and Alt+↓, to reorder"
          @keydown.alt.up.prevent="move(index, -1)"
          @keydown.alt.down.prevent="move(index, 1)"
        >
          {{ index + 1 }}
        </button>
        <CommonPick
          :value="effect.kind"
          :label="`Effect ${index + 1}`"
          :options="kinds"
          @pick="put(index, blank($event as Effect['kind']))"
        />
        <span
          class="fields"
          :style="{ '--fields': effectKind(effect).controls.length }"
        >
          <template
            v-for="control in effectKind(effect).controls"
            :key="control.field"
          >
            <CommonPick
              v-if="choicesFor(effect, control)"
              :value="valueOf(effect, control)"
              :label="`${control.label} ${index + 1}`"
              :options="choicesFor(effect, control)!"
              @pick="fill(index, control, $event)"
            />
            <span v-else-if="control.as === 'fixed'">{{ control.words }}</span>
            <input
              v-else
              class="field mono"
              :value="valueOf(effect, control)"
              :aria-label="`${control.label} ${index + 1}`"
              @change="fill(index, control, ($event.target as HTMLInputElement).value)"
            />
          </template>
        </span>
        <button
          class="plain soft"
          :aria-label="`Remove effect ${index + 1}`"
          @click="emit('change', effects.toSpliced(index, 1))"
        >
          ×
        </button>
      </div>
    </VueDraggable>
    <button
      class="link"
      @click="emit('change', [...effects, blank('write')])"
    >
      Add an effect
    </button>
  </div>
</template>

<style scoped>
.effect {
  display: grid;
  grid-template-columns: 16px 70px minmax(0, 1fr) 14px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: center;
}
.grip {
  cursor: grab;
  font: 11px var(--mono);
}
.fields {
  display: grid;
  grid-template-columns: repeat(var(--fields), minmax(0, 1fr));
  gap: 4px;
  align-items: center;
}
</style>

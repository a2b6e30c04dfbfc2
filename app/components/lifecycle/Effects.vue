<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Effect, Seat } from '~~/core/configuration'

/** What a transition does when it fires, in order. */
const props = defineProps<{ effects: Effect[]; attributes: Attribute[]; seats: Seat[] }>()
const emit = defineEmits<{ change: [effects: Effect[]] }>()
const text = (event: Event) => (event.target as HTMLInputElement).value
const replace = (index: number, patch: object) =>
  emit(
    'change',
    props.effects.map((effect, at) => (at === index ? ({ ...effect, ...patch } as Effect) : effect)),
  )

const kinds: Record<Effect['kind'], string> = {
  write: 'write',
  sign: 'sign',
  copy: 'copy to',
  render: 'render',
  run: 'run',
}
function blank(kind: Effect['kind']): Effect {
  const attribute = props.attributes[0]?.id ?? ''
  switch (kind) {
    case 'write':
      return { kind, attribute, value: '{{ to.name }}' }
    case 'sign':
      return { kind, attribute, seat: props.seats[0]?.id ?? 'seat', signer: 'last', part: 'name' }
    case 'copy':
      return { kind, folder: '/' }
    case 'render':
      return { kind, format: 'pdf' }
    case 'run':
      return { kind, job: 'job' }
  }
}
const signers = (seat: string) => [
  ...Array.from({ length: props.seats.find(({ id }) => id === seat)?.needed ?? 1 }, (_, index) =>
    String(index + 1),
  ),
  'last',
]
</script>

<template>
  <div>
    <div
      v-for="(effect, index) in effects"
      :key="index"
      class="effect"
    >
      <select
        class="field"
        :value="effect.kind"
        :aria-label="`Effect ${index + 1}`"
        @change="
          emit(
            'change',
            effects.map((other, at) => (at === index ? blank(text($event) as Effect['kind']) : other)),
          )
        "
      >
        <option
          v-for="(name, kind) in kinds"
          :key="kind"
          :value="kind"
        >
          {{ name }}
        </option>
      </select>
      <select
        v-if="'attribute' in effect"
        class="field"
        :value="effect.attribute"
        :aria-label="`Attribute ${index + 1}`"
        @change="replace(index, { attribute: text($event) })"
      >
        <option
          v-for="attribute in attributes"
          :key="attribute.id"
          :value="attribute.id"
        >
          {{ attribute.name }}
        </option>
      </select>
      <input
        v-if="effect.kind === 'write'"
        class="field mono"
        :value="effect.value"
        :aria-label="`Value ${index + 1}`"
        placeholder="{{ to.name }}"
        @change="replace(index, { value: text($event) })"
      />
      <span
        v-else-if="effect.kind === 'sign'"
        class="three"
      >
        <select
          class="field"
          :value="effect.seat"
          :aria-label="`Seat ${index + 1}`"
          @change="replace(index, { seat: text($event) })"
        >
          <option
            v-for="seat in seats"
            :key="seat.id"
            :value="seat.id"
          >
            {{ seat.name }}
          </option>
          <option
            v-if="!seats.some(({ id }) => id === effect.seat)"
            :value="effect.seat"
          >
            no seat
          </option>
        </select>
        <select
          class="field"
          :value="String(effect.signer)"
          :aria-label="`Signer ${index + 1}`"
          @change="replace(index, { signer: text($event) === 'last' ? 'last' : Number(text($event)) })"
        >
          <option
            v-for="signer in signers(effect.seat)"
            :key="signer"
            :value="signer"
          >
            {{ signer === 'last' ? 'last' : `no. ${signer}` }}
          </option>
        </select>
        <select
          class="field"
          :value="effect.part"
          :aria-label="`Part ${index + 1}`"
          @change="replace(index, { part: text($event) })"
        >
          <option>name</option>
          <option>initials</option>
          <option>date</option>
        </select>
      </span>
      <input
        v-else-if="effect.kind === 'copy'"
        class="field mono wide"
        :value="effect.folder"
        :aria-label="`Folder ${index + 1}`"
        @change="replace(index, { folder: text($event) })"
      />
      <span
        v-else-if="effect.kind === 'render'"
        class="wide"
        >a PDF of the file</span
      >
      <input
        v-else
        class="field mono wide"
        :value="effect.job"
        :aria-label="`Job ${index + 1}`"
        @change="replace(index, { job: text($event) })"
      />
      <button
        class="plain soft"
        :aria-label="`Remove effect ${index + 1}`"
        @click="
          emit(
            'change',
            effects.filter((_, at) => at !== index),
          )
        "
      >
        ×
      </button>
    </div>
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
  grid-template-columns: 70px minmax(0, 6fr) minmax(0, 7fr) 14px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: center;
}
.wide {
  grid-column: span 2;
}
.three {
  display: grid;
  grid-template-columns: 2fr 1.5fr 2fr;
  gap: 4px;
}
</style>

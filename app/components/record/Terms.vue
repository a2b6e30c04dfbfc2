<script setup lang="ts">
import { type Attribute, attributeTypes } from '~~/core/attribute'
import { usesOf } from '~~/core/configuration'

/** What an attribute may hold, and which way it goes at each place; every change is an edit of the draft. */
const props = defineProps<{ attribute: Attribute }>()
const emit = defineEmits<{ change: [patch: Partial<Attribute>]; remove: []; move: [by: -1 | 1] }>()
const store = useConfiguration()
const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
const checked = (event: Event) => (event.target as HTMLInputElement).checked
const types = Object.entries(attributeTypes).map(([value, { name }]) => ({ value, name }))
const fields = computed(() => Object.keys(attributeTypes[props.attribute.type].fields))
const usedBy = computed(() =>
  uses.value.length > 2 ? `${uses.value[0]} and ${uses.value.length - 1} others` : uses.value.join(' and '),
)
const uses = computed(() => usesOf(store.drafted!, props.attribute.id))

/** What only other types have is left behind. */
function changeType(type: string) {
  const choices = type === 'choice' ? (props.attribute.choices ?? ['first']) : undefined
  emit('change', {
    ...{ type: type as Attribute['type'], choices },
    ...{ whole: undefined, min: undefined, max: undefined, initial: undefined },
  })
}
const number = (event: Event) => (text(event) === '' ? undefined : Number(text(event).replace(',', '.')))
function setInitial(event: Event) {
  const value = text(event)
  const { type } = props.attribute
  const typed = type === 'number' ? Number(value) : type === 'yesno' ? value === 'yes' : value
  emit('change', { initial: value === '' ? undefined : typed })
}
const initial = computed(() =>
  props.attribute.type === 'yesno' && props.attribute.initial !== undefined
    ? props.attribute.initial
      ? 'yes'
      : 'no'
    : String(props.attribute.initial ?? ''),
)
</script>

<template>
  <div class="bar head">
    <input
      class="field name"
      :value="attribute.name"
      aria-label="Name of the attribute"
      maxlength="80"
      @change="emit('change', { name: text($event) })"
    />
    <CommonPick
      class="type"
      :value="attribute.type"
      label="Type"
      :options="types"
      @pick="changeType"
    />
  </div>
  <div class="ticks">
    <label
      ><input
        type="checkbox"
        :checked="attribute.required"
        @change="emit('change', { required: checked($event) || undefined })"
      />
      required</label
    >
    <label
      ><input
        type="checkbox"
        :checked="attribute.systemOnly"
        @change="emit('change', { systemOnly: checked($event) || undefined })"
      />
      the vault alone writes it</label
    >
    <label v-if="fields.includes('whole')"
      ><input
        type="checkbox"
        :checked="attribute.whole"
        @change="emit('change', { whole: checked($event) || undefined })"
      />
      whole</label
    >
  </div>
  <div class="grid">
    <template v-if="fields.includes('choices')">
      <label for="choices">Choices</label
      ><input
        id="choices"
        class="field"
        :value="attribute.choices?.join(', ')"
        @change="
          emit('change', {
            choices: text($event)
              .split(',')
              .map((one) => one.trim())
              .filter(Boolean),
          })
        "
      />
    </template>
    <template v-if="fields.includes('unit')">
      <label for="unit">Unit</label
      ><input
        id="unit"
        class="field"
        :value="attribute.unit"
        maxlength="40"
        @change="emit('change', { unit: text($event) || undefined })"
      />
      <label for="from">From, to</label
      ><span class="two"
        ><input
          id="from"
          class="field"
          type="number"
          step="any"
          :value="attribute.min"
          @change="emit('change', { min: number($event) })" /><input
          class="field"
          type="number"
          step="any"
          aria-label="At most"
          :value="attribute.max"
          @change="emit('change', { max: number($event) })"
      /></span>
    </template>
    <label for="initial">Begins as</label
    ><input
      id="initial"
      class="field"
      :value="initial"
      placeholder="empty"
      @change="setInitial"
    />
  </div>
  <RecordBindings
    :bindings="attribute.bindings ?? []"
    @change="emit('change', { bindings: $event })"
  />
  <p class="acts">
    <button
      class="link"
      @click="emit('move', -1)"
    >
      Up
    </button>
    <button
      class="link"
      @click="emit('move', 1)"
    >
      Down
    </button>
    <button
      v-if="!uses.length"
      class="link wrong"
      @click="emit('remove')"
    >
      Remove
    </button>
    <span
      v-else
      class="soft"
      :title="uses.join(', ')"
      >Used by {{ usedBy }}</span
    >
  </p>
</template>

<style scoped>
.head {
  gap: 8px;
  margin-bottom: 4px;
}
.name {
  flex: 1;
  font-weight: 600;
}
.type {
  width: 90px;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.grid {
  display: grid;
  grid-template-columns: 60px 1fr;
  gap: 3px 8px;
  align-items: center;
  margin: 4px 0;
}
.grid label {
  color: var(--ink-soft);
}
.two {
  display: flex;
  gap: 6px;
}
.two .field {
  min-width: 0;
  flex: 1;
}
.acts {
  display: flex;
  gap: 10px;
  margin-top: 6px;
}
</style>

<script setup lang="ts">
import { type Group, type Part, writeCondition } from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'
import { blankRow } from './rows'

/** A group of a condition as rows of attribute, comparison and value; groups stand in groups. */
const props = defineProps<{ group: Group; attributes: Attribute[]; depth?: number }>()
const emit = defineEmits<{ change: [group: Group] }>()

const setParts = (parts: Part[]) => emit('change', { ...props.group, parts })
const replace = (index: number, part: Part) =>
  setParts(props.group.parts.map((other, at) => (at === index ? part : other)))
const remove = (index: number) => setParts(props.group.parts.filter((_, at) => at !== index))

const joins = [
  { value: 'all', name: 'all of these' },
  { value: 'any', name: 'any of these' },
  { value: 'none', name: 'none of these' },
]
const fresh = () => blankRow(props.attributes[0]?.id ?? 'folder_path', props.attributes)
</script>

<template>
  <div
    class="group"
    :class="{ inner: depth }"
  >
    <div class="join">
      <CommonPick
        class="join-pick"
        quiet
        :value="group.join"
        label="How the rows go together"
        :options="joins"
        @pick="emit('change', { ...group, join: $event as Group['join'] })"
      />
    </div>
    <div
      v-for="(part, index) in group.parts"
      :key="index"
      class="part"
    >
      <ConditionRows
        v-if="part.kind === 'group'"
        :group="part"
        :attributes="attributes"
        :depth="(depth ?? 0) + 1"
        @change="replace(index, $event)"
      />
      <code
        v-else-if="part.kind === 'verbatim'"
        class="clip"
        title="Only as text"
        >{{ writeCondition(part.condition) }}</code
      >
      <ConditionRow
        v-else
        :row="part"
        :attributes="attributes"
        :index="index"
        @change="replace(index, $event)"
      />
      <button
        class="plain soft"
        :aria-label="part.kind === 'group' ? `Remove group ${index + 1}` : `Remove row ${index + 1}`"
        @click="remove(index)"
      >
        ×
      </button>
    </div>
    <div class="more">
      <button
        class="link"
        @click="setParts([...group.parts, fresh()])"
      >
        Add a row</button
      ><button
        v-if="(depth ?? 0) < 3"
        class="link soft"
        @click="
          setParts([
            ...group.parts,
            { kind: 'group', join: group.join === 'any' ? 'all' : 'any', parts: [fresh()] },
          ])
        "
      >
        Add a group
      </button>
    </div>
  </div>
</template>

<style scoped>
.inner {
  border-left: 2px solid var(--line);
  padding-left: 8px;
}
.join {
  line-height: 22px;
}
.join-pick {
  border: 0;
  background: transparent;
  color: var(--ink-soft);
  font: inherit;
  cursor: pointer;
  padding: 0;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 18px;
  gap: 4px;
  margin-bottom: 4px;
  align-items: start;
}
.more {
  display: flex;
  gap: 14px;
}
</style>

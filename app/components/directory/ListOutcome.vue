<script setup lang="ts">
import { counted } from '~/format'

/** Shows how many lines of a list would be taken, and takes them. */
const props = defineProps<{
  read: { lines: { status: string }[]; problem: string | null } | null
  changes: number
}>()
defineEmits<{ take: [] }>()
const wrong = computed(() => props.read?.lines.filter(({ status }) => status === 'wrong').length ?? 0)
</script>

<template>
  <template v-if="read && !read.problem">
    <p>
      {{ counted(changes, 'line') }} would be taken, as one change that can be taken back<template
        v-if="wrong"
        >; {{ counted(wrong, 'line') }} cannot, and {{ wrong === 1 ? 'is' : 'are' }} left out</template
      >.
    </p>
    <button
      class="act main"
      :disabled="!changes"
      @click="$emit('take')"
    >
      Take {{ counted(changes, 'line') }}
    </button>
  </template>
  <p
    v-else
    class="soft"
  >
    Nothing is changed before you have seen what each line does.
  </p>
</template>

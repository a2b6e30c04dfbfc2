<script setup lang="ts">
import { counted } from '~/format'

/** Adopts what is chosen, with how far it is and a way to stop. */
defineProps<{ chosen: number; progress: { done: number; total: number } | null }>()
const emit = defineEmits<{ run: [comment: string]; stop: [] }>()
const comment = ref('')
</script>

<template>
  <div class="bar run">
    <input
      v-model="comment"
      class="field"
      aria-label="Comment"
      placeholder="Comment for the registers and the audit trail"
    /><template v-if="progress"
      ><progress
        :value="progress.done"
        :max="progress.total"
      /><span class="mono">{{ progress.done }} of {{ progress.total }}</span
      ><button
        class="act"
        @click="emit('stop')"
      >
        Stop
      </button></template
    ><button
      v-else
      class="act main"
      :disabled="!chosen"
      @click="emit('run', comment)"
    >
      Adopt {{ counted(chosen, 'label') }}
    </button>
  </div>
</template>

<style scoped>
.run {
  padding-top: 8px;
}
</style>

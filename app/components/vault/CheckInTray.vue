<script setup lang="ts">
/** Checking a new file in, with a comment. */
defineProps<{ number: string; version: number; label: string | null }>()
const emit = defineEmits<{ close: []; done: [file: File, comment: string] }>()
const file = shallowRef<File | null>(null)
const comment = ref('')
</script>

<template>
  <ShellTheTray
    :label="`Check ${number} in`"
    :height="170"
    @close="emit('close')"
  >
    <template #what>
      <h3>Check in</h3>
      <input
        type="file"
        aria-label="New file"
        @change="file = ($event.target as HTMLInputElement).files?.[0] ?? null"
      />
    </template>
    <template #rests>
      <CommonCommentBox
        v-model="comment"
        title="Comment"
        label="Comment"
        placeholder="What changed"
      />
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <p>
        Version {{ version + 1 }}; the label stays <b class="mono">{{ label ?? '–' }}</b> and stands for it.
      </p>
      <button
        class="act main"
        :disabled="!file"
        @click="emit('done', file!, comment)"
      >
        Check in
      </button>
    </template>
  </ShellTheTray>
</template>

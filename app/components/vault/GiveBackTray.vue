<script setup lang="ts">
/** Giving back what somebody else has checked out, perhaps for good: an administrator's act, with a reason. */
defineProps<{ number: string; holder: string; since: string }>()
const emit = defineEmits<{ close: []; done: [reason: string] }>()
const reason = ref('')
</script>

<template>
  <ShellTheTray
    :label="`Give ${number} back`"
    :height="170"
    @close="emit('close')"
  >
    <template #what>
      <h3>Give back</h3>
      <p>
        <b class="mono">{{ number }}</b> is checked out by {{ holder }} since
        <span class="mono once">{{ since }}</span>.
      </p>
    </template>
    <template #rests>
      <CommonCommentBox
        v-model="reason"
        title="Reason"
        label="Why it is given back"
        placeholder="The audit trail keeps this"
      />
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <p>
        Nothing is checked in: the document stays at the version it has, and what {{ holder }} changed outside
        is not in the vault. The audit trail says who gave it back, and why.
      </p>
      <button
        class="act main"
        :disabled="!reason.trim()"
        @click="emit('done', reason)"
      >
        Give back
      </button>
    </template>
  </ShellTheTray>
</template>

<script setup lang="ts">
/** Gives a document to somebody else, whose it is from then on. */
const props = defineProps<{ number: string; change: number; owner: string }>()
const emit = defineEmits<{ close: []; done: [] }>()
const people = shallowRef<{ id: string; name: string }[]>([])
const to = ref('')
const comment = ref('')
const path = computed(() => `documents/${encodeURIComponent(props.number)}/hand-on`)
onMounted(() => attempt(async () => (people.value = await api(path.value))))
const name = computed(() => people.value.find(({ id }) => id === to.value)?.name)

async function handOn() {
  const body = { change: props.change, to: to.value, ...(comment.value ? { comment: comment.value } : {}) }
  if (await attempt(() => api(path.value, { method: 'POST', body }))) emit('done')
}
</script>

<template>
  <ShellTheTray
    :label="`Hand ${number} on`"
    :height="170"
    @close="emit('close')"
  >
    <template #what>
      <h3>Hand on</h3>
      <p>
        {{ number }} belongs to {{ owner }}. Whose shall it be?
        <CommonPick
          :value="to"
          empty="Somebody…"
          label="Hand on to"
          :options="people.map(({ id, name: called }) => ({ value: id, name: called }))"
          @pick="to = $event"
        />
      </p>
    </template>
    <template #rests>
      <CommonCommentBox
        v-model="comment"
        title="Comment"
        label="Comment on handing on"
        placeholder="Why, if it matters"
      />
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <p>
        What the owner alone may do is {{ name ?? 'theirs' }}{{ name ? '’s' : '' }} from then on; who filed it
        stays as it is.
      </p>
      <button
        class="act main"
        :disabled="!to"
        @click="handOn"
      >
        Hand on
      </button>
    </template>
  </ShellTheTray>
</template>

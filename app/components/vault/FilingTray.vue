<script setup lang="ts">
import { filingOf } from '~/composables/filing'

/** Filing a new document by check-in, the ordinary way. */
const emit = defineEmits<{ close: []; filed: [number: string] }>()
const store = useConfiguration()
const number = ref('')
const title = ref('')
const folder = ref(store.seenFolders.find((path) => path !== '/') ?? '/')
const comment = ref('')
const file = shallowRef<File | null>(null)
const choose = (event: Event) => {
  file.value = (event.target as HTMLInputElement).files?.[0] ?? null
  if (file.value && !number.value) number.value = file.value.name.replace(/\.[^.]*$/, '')
}
const will = computed(() =>
  file.value ? filingOf(store.published!.configuration, file.value.name, folder.value) : null,
)
const busy = ref(false)
async function submit() {
  busy.value = true
  await attempt(async () => {
    const answer = await api<{ number: string }>('documents', {
      method: 'POST',
      body: file.value!,
      query: {
        number: number.value,
        ...(title.value.trim() ? { title: title.value } : {}),
        folder: folder.value,
        fileName: file.value!.name,
        ...(comment.value.trim() ? { comment: comment.value } : {}),
      },
    })
    emit('filed', answer.number)
  })
  busy.value = false
}
</script>

<template>
  <ShellTheTray
    label="File a document"
    @close="emit('close')"
  >
    <template #what>
      <h3>File a document</h3>
      <form
        id="filing"
        class="form"
        @submit.prevent="submit"
      >
        <label for="file">File</label
        ><input
          id="file"
          type="file"
          required
          @change="choose"
        />
        <label for="number">Number</label
        ><input
          id="number"
          v-model="number"
          class="field mono"
          required
          maxlength="200"
        />
        <label for="title">Title</label
        ><input
          id="title"
          v-model="title"
          class="field"
          maxlength="400"
        />
        <label for="folder">Folder</label
        ><CommonPick
          id="folder"
          :value="folder"
          :options="store.seenFolders.map((path) => ({ value: path, name: path }))"
          @pick="folder = $event"
        />
      </form>
    </template>
    <template #rests>
      <CommonCommentBox
        v-model="comment"
        title="Comment"
        label="Comment"
        placeholder="What this file is"
      />
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <p
        v-if="!file"
        class="soft"
      >
        Choose a file to see.
      </p>
      <p
        v-else-if="!will"
        class="wrong"
      >
        ▲ No class rule fits {{ file.name }} in {{ folder }}: it cannot be filed there.
      </p>
      <p v-else>
        It becomes a <b>{{ will.className }}</b> in <b>{{ will.state }}</b>, version 1, at the first label of
        {{ will.scheme }}: <b class="mono">{{ will.label }}</b>.
      </p>
      <p class="soft">A drawing that already carries a label comes in by an intake instead, and keeps it.</p>
      <button
        class="act main"
        form="filing"
        :disabled="!file || !will || busy"
      >
        File it
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped src="../common/tray-form.css"></style>

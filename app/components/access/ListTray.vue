<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import type { ReadFolders } from '~~/core/directory'

/** Reads folders from a typed list or a file, shows what each line would do, and makes them in one change. */
const emit = defineEmits<{ close: []; taken: [path: string] }>()
const directory = useDirectory()
const read = shallowRef<ReadFolders | null>(null)
const text = ref('')
const source = ref('a typed list')

async function look() {
  if (!text.value.trim()) return (read.value = null)
  await attempt(async () => {
    read.value = await api<ReadFolders>('directory/folders-list', {
      method: 'POST',
      query: { fileName: source.value },
      body: new Blob([text.value]),
    })
  })
}
watch(text, useDebounceFn(look, 250))

async function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  source.value = file.name
  text.value = await file.text()
}
async function make() {
  const { folders } = read.value!
  if (await directory.make({ kind: 'import-folders', source: source.value, folders }))
    emit('taken', folders[0]!.path)
}
</script>

<template>
  <ShellTheTray
    label="Folders from a list"
    :height="290"
    @close="emit('close')"
  >
    <template #wide>
      <h3>Folders from a list</h3>
      <p class="soft">
        One folder a line, indented under the one above it; or a CSV with the column folder and one for each
        role.
      </p>
      <div class="halves">
        <div>
          <textarea
            v-model="text"
            class="field mono"
            rows="6"
            spellcheck="false"
            aria-label="Folders, one a line"
            placeholder="Towers: Author = Bo Rasmussen; Checker = Checking
  Heads
  Stays: Checker = nobody"
            @input="source = 'a typed list'"
          />
          <p>
            <input
              type="file"
              accept=".csv,.txt,text/csv,text/plain"
              aria-label="List of folders, CSV or text"
              @change="take"
            />
          </p>
        </div>
        <div>
          <p
            v-if="read?.problem"
            class="wrong"
            role="alert"
          >
            ▲ {{ read.problem }}.
          </p>
          <DirectoryListLines
            v-else-if="read"
            :lines="read.lines"
            what="Folder"
          />
        </div>
      </div>
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <DirectoryListOutcome
        :read="read"
        :changes="read?.folders.length ?? 0"
        @take="make"
      />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(260px, 2fr) 3fr;
  gap: 20px;
}
textarea {
  width: 100%;
  height: auto;
  resize: vertical;
}
p {
  margin: 4px 0;
}
</style>

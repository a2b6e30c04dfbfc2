<script setup lang="ts">
import type { ReadPeople } from '~~/core/directory'

/** People from a CSV list: a dry run first, which says of each line what it would do; then all of it as one change. */
const emit = defineEmits<{ close: []; taken: [] }>()
const directory = useDirectory()
const read = shallowRef<ReadPeople | null>(null)
const fileName = ref('')

async function take(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  fileName.value = file.name
  const query = { fileName: file.name }
  await attempt(async () => {
    read.value = await api<ReadPeople>('directory/people-list', { method: 'POST', query, body: file })
  })
}
async function make() {
  const people = read.value!.people
  if (await directory.make({ kind: 'import-people', source: fileName.value, people })) emit('taken')
}
</script>

<template>
  <ShellTheTray
    label="People from a list"
    :height="250"
    @close="emit('close')"
  >
    <template #wide>
      <h3>People from a list</h3>
      <p>
        <input
          type="file"
          accept=".csv,text/csv"
          aria-label="List of people, CSV"
          @change="take"
        />
        <span class="soft"
          >name, initials, mail, groups, administrator, active; people are told apart by mail or id</span
        >
      </p>
      <p
        v-if="read?.problem"
        class="wrong"
        role="alert"
      >
        ▲ {{ fileName }}: {{ read.problem }}.
      </p>
      <DirectoryListLines
        v-if="read?.lines.length"
        :lines="read.lines"
        what="Who"
      />
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <DirectoryListOutcome
        :read="read"
        :changes="read?.people.length ?? 0"
        @take="make"
      />
    </template>
  </ShellTheTray>
</template>

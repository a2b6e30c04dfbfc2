<script setup lang="ts">
import type { ReadPeople } from '~~/core/directory'
import { counted } from '~/format'

/** People from a CSV list: a dry run first, which says of each line what it would do; then all of it as one change. */
const emit = defineEmits<{ close: [] }>()
const directory = useDirectory()
const read = shallowRef<ReadPeople | null>(null)
const fileName = ref('')
const wrong = computed(() => read.value?.lines.filter(({ status }) => status === 'wrong').length ?? 0)
const changes = computed(() => read.value?.people.length ?? 0)

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
  if (await directory.make({ kind: 'import-people', source: fileName.value, people })) emit('close')
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
      <table
        v-if="read?.lines.length"
        class="rows"
      >
        <thead>
          <tr>
            <th class="right">Line</th>
            <th>Who</th>
            <th>What it does</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="line in read.lines.slice(0, 500)"
            :key="line.line"
            :class="{ wrong: line.status === 'wrong', soft: line.status === 'same' }"
          >
            <td class="right mono">{{ line.line }}</td>
            <td>{{ line.name }}</td>
            <td>{{ line.status === 'wrong' ? '▲ ' : '' }}{{ line.words }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #leads>
      <h3>What it leads to</h3>
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
          @click="make"
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
  </ShellTheTray>
</template>

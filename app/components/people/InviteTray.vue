<script setup lang="ts">
import Papa from 'papaparse'
import { type Invited, type ListedPerson, mostInvited } from '~~/shared/answers'
import { counted } from '~/format'

/** Invites those who have not signed in yet: by letter, or with links that the administrator hands over. */
const props = defineProps<{ people: ListedPerson[] }>()
const emit = defineEmits<{ close: [] }>()
const invited = shallowRef<Invited[]>([])
const isBusy = ref(false)
const links = computed(() => invited.value.filter(({ link }) => link !== null))
function saveLinks() {
  const rows = links.value.map(({ name, mail, link }) => ({ name, mail, link }))
  saveFile(new Blob([Papa.unparse(rows, { escapeFormulae: true })], { type: 'text/csv' }), 'links.csv')
}

async function invite(by: 'letter' | 'link') {
  const ids = props.people.map(({ id }) => id)
  invited.value = []
  isBusy.value = true
  await attempt(async () => {
    for (let at = 0; at < ids.length; at += mostInvited) {
      const body = { people: ids.slice(at, at + mostInvited), by }
      invited.value = [
        ...invited.value,
        ...(await api<Invited[]>('people/invitations', { method: 'POST', body })),
      ]
    }
    if (by === 'letter') useNotices().say(`${counted(invited.value.length, 'letter')} on the way.`)
  })
  isBusy.value = false
}
</script>

<template>
  <ShellTheTray
    label="Invite"
    :height="250"
    @close="emit('close')"
  >
    <template #wide>
      <h3>{{ counted(people.length, 'person who has', 'people who have') }} not signed in yet</h3>
      <table
        v-if="links.length"
        class="rows"
      >
        <thead>
          <tr>
            <th>Who</th>
            <th>Link to hand over</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="one in links"
            :key="one.id"
          >
            <td>{{ one.name }}</td>
            <td class="mono">{{ one.link }}</td>
          </tr>
        </tbody>
      </table>
      <p
        v-else
        class="names"
      >
        {{ people.map(({ name }) => name).join(', ') }}
      </p>
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <p v-if="isBusy">{{ invited.length }} of {{ people.length }} invited …</p>
      <template v-else-if="links.length">
        <p>The links are told this once; each is good once, for seven days.</p>
        <button
          class="act main"
          @click="saveLinks"
        >
          Save them as CSV
        </button>
      </template>
      <p v-else-if="invited.length">{{ counted(invited.length, 'letter') }} on the way.</p>
      <template v-else>
        <p>Each gets a link that is good once, for seven days. An earlier link ends.</p>
        <div class="bar">
          <button
            class="act main"
            :disabled="!people.length"
            @click="invite('letter')"
          >
            Invite by letter
          </button>
          <button
            class="act"
            :disabled="!people.length"
            @click="invite('link')"
          >
            Make links to hand over
          </button>
        </div>
      </template>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.names {
  max-width: 90ch;
}
</style>

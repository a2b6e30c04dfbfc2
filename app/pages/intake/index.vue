<script setup lang="ts">
import type { Job } from '~~/shared/answers'

interface Listed {
  id: string
  name: string
  at: string
  stage: string
  register: string | null
  files: number
  documents: Partial<Record<string, number>>
  job: Job | null
}

useTitle('Intake')
const intakes = shallowRef<Listed[] | null>(null)
const share = shallowRef<{ share: string; archives: string[]; registers: string[] } | null>(null)
const archive = ref('')
const register = ref('')
const fault = ref('')
onMounted(async () => {
  await attempt(async () => (intakes.value = await api<Listed[]>('intakes')))
  try {
    share.value = await api('archives')
    archive.value = share.value?.archives[0] ?? ''
  } catch (error) {
    fault.value = refusalOf(error).message
  }
})
/** The register that goes by the archive's name, if there is one. */
watch(
  archive,
  () =>
    (register.value =
      share.value?.registers.find((path) => path.toLowerCase().startsWith(archive.value.toLowerCase())) ??
      ''),
)
async function start() {
  fault.value = ''
  try {
    const { id } = await api<{ id: string }>('intakes', {
      method: 'POST',
      body: { archive: archive.value, register: register.value || null },
    })
    await goTo(`/intake/${id}`)
  } catch (error) {
    fault.value = refusalOf(error).message
  }
}
</script>

<template>
  <div class="page">
    <h1>Intake</h1>
    <p class="soft">
      Legacy files come in at the revision they already have. Nothing enters the vault before you run it.
    </p>
    <form
      class="start sheet"
      @submit.prevent="start"
    >
      <label
        >Archive<input
          v-model="archive"
          class="field"
          list="archives"
          placeholder="A folder of the archive share"
          required /><datalist id="archives">
          <option
            v-for="name in share?.archives"
            :key="name"
            :value="name"
          /></datalist
      ></label>
      <label
        >Register<input
          v-model="register"
          class="field"
          list="registers"
          placeholder="none" /><datalist id="registers">
          <option
            v-for="name in share?.registers"
            :key="name"
            :value="name"
          /></datalist
      ></label>
      <button
        class="act main"
        :disabled="!archive"
      >
        Read the archive
      </button>
      <p
        v-if="fault"
        class="wrong"
        role="alert"
      >
        ▲ {{ fault }}
      </p>
      <p
        v-else-if="share"
        class="soft"
      >
        Share: {{ share.archives.length }} {{ share.archives.length === 1 ? 'archive' : 'archives' }},
        {{ share.registers.length }} {{ share.registers.length === 1 ? 'register' : 'registers' }}. Reading
        changes nothing there.
      </p>
    </form>
    <table
      v-if="intakes?.length"
      class="rows"
    >
      <thead>
        <tr>
          <th>Archive</th>
          <th>Begun</th>
          <th>Register</th>
          <th class="right">Files</th>
          <th class="right">Ready</th>
          <th class="right">Held back</th>
          <th class="right">Brought in</th>
          <th class="right">Failed</th>
          <th>Stands</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="intake in intakes"
          :key="intake.id"
        >
          <td>
            <NuxtLink :to="`/intake/${intake.id}`"
              ><b>{{ intake.name }}</b></NuxtLink
            >
          </td>
          <td class="mono">{{ intake.at.slice(0, 16).replace('T', ' ') }}</td>
          <td class="soft">{{ intake.register ?? 'none' }}</td>
          <td class="mono right">{{ intake.files }}</td>
          <td
            v-for="key in ['ready', 'held', 'done', 'failed']"
            :key="key"
            class="mono right"
            :class="{
              waits: key === 'held' && intake.documents.held,
              wrong: key === 'failed' && intake.documents.failed,
            }"
          >
            {{ intake.documents[key] ?? '–' }}
          </td>
          <td>
            {{
              { new: 'being read', read: 'to be settled and run', running: 'running', done: 'finished' }[
                intake.stage
              ]
            }}
          </td>
        </tr>
      </tbody>
    </table>
    <p
      v-else-if="intakes"
      class="empty"
    >
      No archive has been read yet. Choose one above: Ilmenite reads names and register, and shows which
      revision each file will get.
    </p>
  </div>
</template>

<style scoped>
.start {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  padding: 12px 14px;
  margin: 12px 0 18px;
}
.start label {
  display: grid;
  gap: 3px;
  width: 300px;
}
.start p {
  width: 100%;
  margin: 0;
}
</style>

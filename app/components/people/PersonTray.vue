<script setup lang="ts">
import type { HandedOver, ListedPerson, PersonPage } from '~~/shared/answers'
import { counted, dayOf } from '~/format'

/** Somebody: what they are called and in, what is theirs, and what becomes of it when they leave. */
const props = defineProps<{ person: ListedPerson }>()
const emit = defineEmits<{ close: [] }>()
const directory = useDirectory()
const session = useSession()

const page = shallowRef<PersonPage | null>(null)
const load = async () => void (page.value = await api<PersonPage>(`people/${props.person.id}`))
onMounted(() => attempt(load))

const name = ref(props.person.name)
const initials = ref(props.person.initials ?? '')
const mail = ref(props.person.mail)
const groups = ref([...props.person.groups])
const administrator = ref(props.person.administrator)
const isChanged = computed(
  () =>
    name.value !== props.person.name ||
    (initials.value || null) !== props.person.initials ||
    mail.value !== props.person.mail ||
    administrator.value !== props.person.administrator ||
    [...groups.value].sort().join() !== [...props.person.groups].sort().join(),
)
const change = () => ({
  ...(name.value !== props.person.name ? { name: name.value } : {}),
  ...((initials.value || null) !== props.person.initials ? { initials: initials.value || null } : {}),
  ...(mail.value !== props.person.mail ? { mail: mail.value } : {}),
  ...(administrator.value !== props.person.administrator ? { administrator: administrator.value } : {}),
  ...([...groups.value].sort().join() !== [...props.person.groups].sort().join()
    ? { groups: groups.value }
    : {}),
})
const save = () => directory.make({ kind: 'change-person', person: props.person.id, ...change() })
const setActive = (active: boolean) =>
  directory.make({ kind: 'change-person', person: props.person.id, active })

const link = ref('')
const sendLink = () =>
  attempt(async () => {
    link.value = (await api<{ link: string }>(`people/${props.person.id}/link`, { method: 'POST' })).link
    useNotices().say(`A link to choose a password is on its way to ${props.person.mail}.`)
  })

const to = ref('')
const why = ref('')
const others = computed(() =>
  directory.directory.people
    .filter(({ id, active }) => active && id !== props.person.id)
    .map(({ id, name: called }) => ({ value: id, name: called })),
)
const handOver = () =>
  attempt(async () => {
    const sum = { handedOn: 0, givenBack: 0 }
    for (let left = 1; left > 0;) {
      const body = { to: to.value, comment: why.value }
      const done = await api<HandedOver>(`people/${props.person.id}/hand-over`, { method: 'POST', body })
      sum.handedOn += done.handedOn
      sum.givenBack += done.givenBack
      left = done.left
    }
    useNotices().say(
      `${counted(sum.handedOn, 'document')} handed on, ${counted(sum.givenBack, 'check-out')} given back.`,
    )
    await Promise.all([load(), directory.load()])
  })
</script>

<template>
  <ShellTheTray
    :label="person.name"
    :height="262"
    @close="emit('close')"
  >
    <template #what>
      <h3>
        {{ person.name
        }}<span
          v-if="!person.active"
          class="wrong"
        >
          · deactivated</span
        >
      </h3>
      <form
        class="form"
        @submit.prevent="save"
      >
        <CommonField
          id="person-name"
          v-model="name"
          label="Name"
          maxlength="200"
        />
        <CommonField
          id="person-initials"
          v-model="initials"
          label="Initials"
          maxlength="20"
        />
        <CommonField
          id="person-mail"
          v-model="mail"
          label="Mail"
          maxlength="320"
        />
        <span /><label
          ><input
            v-model="administrator"
            type="checkbox"
          />
          administrator</label
        >
        <span /><span class="bar"
          ><button
            class="act main"
            :disabled="!isChanged"
          >
            Save</button
          ><button
            type="button"
            class="link"
            @click="setActive(!person.active)"
          >
            {{ person.active ? 'deactivate' : 'make active again' }}
          </button></span
        >
      </form>
    </template>
    <template #rests>
      <h3>Groups</h3>
      <PeopleGroupTicks v-model="groups" />
      <h3 class="next">Signing in</h3>
      <p>
        {{ person.hasPassword ? 'Has a password.' : 'Has not signed in yet.' }}
        <template v-if="page"
          >{{ counted(page.sessions, 'session') }}, {{ counted(page.tokens, 'token') }}.</template
        >
        <button
          class="link"
          :disabled="!person.active"
          @click="sendLink"
        >
          send a link to choose {{ person.hasPassword ? 'another' : 'one' }}
        </button>
        <button
          v-if="person.active && person.id !== session.person?.id"
          class="link"
          @click="session.lookAs(person.id)"
        >
          look as {{ person.name }}
        </button>
      </p>
      <p
        v-if="link"
        class="mono link-box"
      >
        {{ link }}
      </p>
    </template>
    <template #leads>
      <h3>What is theirs</h3>
      <template v-if="page">
        <p v-if="page.checkedOut.length">
          Checked out:
          <template
            v-for="document in page.checkedOut.slice(0, 6)"
            :key="document.number"
            ><NuxtLink :to="`/vault/${document.number}`">{{ document.number }}</NuxtLink>
            <span class="soft">since {{ dayOf(document.since ?? '') }}</span
            >{{ ' ' }}</template
          >
          <span v-if="page.checkedOut.length > 6">and {{ page.checkedOut.length - 6 }} more</span>
        </p>
        <p>
          {{ counted(page.owned.total, 'document') }} {{ page.owned.total === 1 ? 'belongs' : 'belong' }} to
          {{ person.name }}{{ person.checkedOut ? '' : ', and nothing is checked out' }}.
        </p>
        <form
          v-if="page.owned.total || person.checkedOut"
          class="bar hand"
          @submit.prevent="handOver"
        >
          <CommonPick
            :value="to"
            empty="Hand all of it on to…"
            label="Hand all of it on to"
            :options="others"
            @pick="to = $event"
          />
          <input
            v-model="why"
            class="field"
            placeholder="Reason"
            aria-label="Reason for handing over"
            maxlength="2000"
          />
          <button
            class="act"
            :disabled="!to || !why.trim()"
          >
            Hand over
          </button>
        </form>
        <p>
          <NuxtLink :to="`/access?ask=what&by=${person.id}`">ask what {{ person.name }} may</NuxtLink> ·
          <NuxtLink :to="`/access?first=person:${person.id}&with=person:${session.person?.id}`"
            >what {{ person.name }} may, compared with me</NuxtLink
          >
        </p>
      </template>
    </template>
  </ShellTheTray>
</template>

<style scoped src="../common/tray-form.css"></style>
<style scoped>
.next {
  margin-top: 8px;
}
.link-box {
  overflow-wrap: anywhere;
  user-select: all;
  background: var(--well);
  padding: 3px 6px;
}
.link {
  margin-right: 10px;
}
.hand {
  flex-wrap: wrap;
}
.hand .field {
  width: 150px;
}
</style>

<script setup lang="ts">
import { type Configuration, isEmptyConfiguration } from '~~/core/configuration'
import { counted } from '~/format'
import type { Left } from '~~/shared/answers'

useTitle('Set up')
const route = useRoute()
const session = useSession()
const store = useConfiguration()
const link = computed(() => (typeof route.query.link === 'string' ? route.query.link : ''))
/** Whether the vault waits for its first administrator. */
const waits = ref<boolean | null>(null)
const shown = shallowRef<Configuration | null>(null)

const administrator = computed(() => (session.person?.administrator ? session.person : null))
const inForce = computed(() => store.published?.configuration)
const isStarted = computed(() => inForce.value !== undefined && !isEmptyConfiguration(inForce.value))
const preview = computed(() => (isStarted.value ? inForce.value! : shown.value))
const ask = () => attempt(async () => (waits.value = (await api<{ waits: boolean }>('set-up')).waits))
const left = shallowRef<Left[]>([])
const load = () =>
  attempt(async () => {
    await store.load()
    left.value = await api<Left[]>('set-up/left')
  })
onMounted(ask)
watch(administrator, (is) => is && load(), { immediate: true })
</script>

<template>
  <main class="set-up">
    <div class="steps">
      <h1>
        <img
          src="/mark.svg"
          alt=""
          width="28"
          height="28"
        />
        Set the vault up
      </h1>
      <section aria-label="Administrator">
        <h2>1 Administrator</h2>
        <p v-if="administrator">
          <b>{{ administrator.name }}</b> <span class="soft">{{ administrator.mail }}</span>
        </p>
        <SetUpAdministrator
          v-else-if="waits && link"
          :link="link"
        />
        <SetUpWaits v-else-if="waits" />
        <p v-else-if="waits === false">
          This vault has an administrator already. <NuxtLink to="/sign-in?to=/set-up">Sign in</NuxtLink> to go
          on.
        </p>
      </section>
      <section
        v-if="administrator"
        aria-label="Company"
      >
        <h2>2 Company</h2>
        <SetUpCompany />
      </section>
      <section
        v-if="administrator && inForce"
        aria-label="Start"
      >
        <h2>3 Start</h2>
        <p v-if="isStarted">
          {{ counted(inForce.lifecycles.length, 'lifecycle') }},
          {{ counted(inForce.classes.length, 'class', 'classes') }} and
          {{ counted(inForce.schemes.length, 'scheme') }} are in force.
        </p>
        <SetUpStart
          v-else
          @preview="shown = $event"
          @started="load"
        />
      </section>
      <section
        v-if="inForce && administrator"
        aria-label="What is left to do"
      >
        <h2>4 What is left to do</h2>
        <p>
          <NuxtLink to="/access?do=list">Make folders from a list</NuxtLink>, with who plays which role in
          each, and <NuxtLink to="/people?do=list">invite people from a list</NuxtLink> or
          <NuxtLink to="/people?do=add">one by one</NuxtLink>.
        </p>
        <OverviewLeft
          untitled
          :left="left"
          @changed="load"
        />
        <p><NuxtLink to="/">Go to the overview</NuxtLink></p>
      </section>
    </div>
    <div class="shown sheet">
      <SetUpMade
        v-if="preview && preview.lifecycles.length"
        :configuration="preview"
      />
      <p
        v-else
        class="soft"
      >
        What you choose is shown here before it is taken: its labels on a ruler, its states, and who may do
        what.
      </p>
    </div>
  </main>
</template>

<style scoped>
.set-up {
  display: grid;
  grid-template-columns: 470px minmax(0, 1fr);
  height: 100vh;
}
.steps {
  padding: 18px 22px;
  overflow: auto;
  border-right: 1px solid var(--line);
}
h1 {
  display: flex;
  align-items: center;
  gap: 10px;
}
section {
  margin-top: 20px;
}
h2 {
  margin-bottom: 6px;
}
.shown {
  padding: 18px 22px;
  overflow: auto;
}
</style>

<script setup lang="ts">
import { idFor } from '~~/core/configuration'
import { type Script, scriptNames } from '~~/core/script'

useTitle('Scripts')
const store = useConfiguration()
const route = useRoute()
const router = useRouter()
const scripts = computed(() => store.drafted?.scripts ?? [])
const chosen = computed(() => scripts.value.find(({ id }) => id === route.query.script) ?? scripts.value[0])
const code = ref('')
watch(
  () => chosen.value?.id,
  () => (code.value = chosen.value?.code ?? ''),
  { immediate: true },
)
const change = (patch: Partial<Script>) =>
  store.edit({ kind: 'set-script', script: { ...chosen.value!, code: code.value, ...patch } })
const keep = () => chosen.value && code.value !== chosen.value.code && change({})
async function add() {
  const taken = scripts.value.map(({ id }) => id)
  let name = 'New script'
  for (let n = 2; scripts.value.some((script) => script.name === name); n++) name = `New script ${n}`
  const id = idFor(name, taken)
  const script = { id, name, code: "say(document.number + ' stands in ' + document.state)\n" }
  if (await store.edit({ kind: 'set-script', script })) await router.replace({ query: { script: id } })
}
const runs = (id: string) =>
  store.drafted!.lifecycles.flatMap((lifecycle) =>
    lifecycle.transitions
      .filter(({ effects }) => effects.some((effect) => effect.kind === 'run' && effect.job === id))
      .map((transition) => ({ lifecycle, transition })),
  )
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div
    v-if="store.drafted"
    class="scripts"
  >
    <div class="bar">
      <h1>Scripts</h1>
      <span class="soft">what effects may run, in a sandbox, with so much time and memory</span>
      <div class="grow" />
      <button
        class="act main"
        @click="add"
      >
        Add a script
      </button>
    </div>
    <p
      v-if="!scripts.length"
      class="empty"
    >
      None yet. A script gets the facts of a document; it may write attributes, send letters, or refuse the
      act it belongs to. A transition runs it as one of its effects.
    </p>
    <div
      v-else-if="chosen"
      class="columns"
    >
      <nav aria-label="Scripts">
        <NuxtLink
          v-for="script in scripts"
          :key="script.id"
          class="script clip"
          :class="{ chosen: script.id === chosen.id }"
          :to="{ query: { script: script.id } }"
          >{{ script.name }} <span class="soft">{{ script.check ? 'checks' : 'afterwards' }}</span></NuxtLink
        >
      </nav>
      <section>
        <div class="bar head">
          <input
            class="field name"
            :value="chosen.name"
            aria-label="Name of the script"
            maxlength="80"
            @change="change({ name: text($event) })"
          />
          <label class="once"
            ><input
              type="checkbox"
              :checked="chosen.check"
              @change="change({ check: ($event.target as HTMLInputElement).checked })"
            />
            runs before the act, and may refuse it</label
          >
          <div class="grow" />
          <button
            class="link wrong"
            @click="store.edit({ kind: 'remove-script', id: chosen.id })"
          >
            Remove
          </button>
        </div>
        <LazyScriptCode
          :key="chosen.id"
          :text="code"
          :attributes="store.drafted.attributes"
          @change="code = $event"
          @keep="keep"
        />
        <p class="soft">
          <template v-if="runs(chosen.id).length">
            Run by
            <NuxtLink
              v-for="{ lifecycle, transition } in runs(chosen.id)"
              :key="lifecycle.id + transition.id"
              class="run"
              :to="{ path: `/lifecycles/${lifecycle.id}`, query: { transition: transition.id } }"
              >{{ transition.name }} in {{ lifecycle.name }}</NuxtLink
            >
          </template>
          <template v-else>No transition runs it yet: choose it as an effect on a lifecycle sheet.</template>
        </p>
      </section>
      <aside>
        <ScriptTrial
          :key="chosen.id"
          :name="chosen.name"
          :code="code"
          :check="chosen.check === true"
        />
        <h2 class="next">What it may name</h2>
        <dl class="names">
          <template
            v-for="(about, name) in scriptNames"
            :key="name"
          >
            <dt class="mono">{{ name }}</dt>
            <dd class="soft">{{ about }}</dd>
          </template>
        </dl>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.scripts {
  padding: 10px 18px 20px;
}
.columns {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr) 290px;
  gap: 22px;
  margin-top: 10px;
}
.script {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 4px 6px;
  border-bottom: 1px solid var(--hairline);
  text-decoration: none;
}
.script:hover {
  background: var(--well);
}
.script.chosen {
  background: var(--tint);
}
.head {
  margin-bottom: 6px;
}
.name {
  width: 190px;
}
.run {
  margin-right: 8px;
}
.next {
  margin-top: 16px;
}
.names {
  margin: 6px 0 0;
}
.names dd {
  margin: 0 0 5px;
}
</style>

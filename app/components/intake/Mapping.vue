<script setup lang="ts">
import { stateName } from '~~/core/configuration'
import type { Profile } from '~~/core/intake'
import type { IntakePage } from '~~/shared/answers'

/** Where the documents go, which state each one gets, and which of their sources is believed. */
const props = defineProps<{ page: IntakePage; locked: boolean }>()
const emit = defineEmits<{ keep: [profile: Profile] }>()
const store = useConfiguration()
const configuration = computed(() => store.published!.configuration)
const profile = ref<Profile>(JSON.parse(JSON.stringify(props.page.intake.profile)))
const changed = computed(() => JSON.stringify(profile.value) !== JSON.stringify(props.page.intake.profile))
const states = computed(() => {
  const chosen = configuration.value.classes.find(({ id }) => id === profile.value.class)
  const lifecycles = chosen
    ? configuration.value.lifecycles.filter(({ id }) => id === chosen.lifecycle)
    : configuration.value.lifecycles
  return [...new Set(lifecycles.flatMap((lifecycle) => lifecycle.states.map((use) => use.state)))]
})
const kept = computed(() =>
  configuration.value.attributes
    .filter(({ systemOnly }) => !systemOnly)
    .map(({ id, name }) => ({ value: id, name })),
)
</script>

<template>
  <form
    class="mapping"
    @submit.prevent="emit('keep', profile)"
  >
    <h2>Where they go</h2>
    <label
      >Folder<CommonPick
        :value="profile.folder"
        :options="store.folders.map((folder) => ({ value: folder.path, name: folder.path }))"
        :disabled="locked"
        @pick="profile.folder = $event"
    /></label>
    <label
      >Class<CommonPick
        :value="profile.class ?? ''"
        empty="by the class rules"
        :options="configuration.classes.map((entry) => ({ value: entry.id, name: entry.name }))"
        :disabled="locked"
        @pick="profile.class = $event || undefined"
    /></label>
    <h2>Target state</h2>
    <div
      v-for="(rule, index) in profile.states"
      :key="index"
      class="rule"
    >
      <input
        v-model="rule.when"
        class="field mono"
        :disabled="locked"
        :aria-label="`Condition ${index + 1}`"
        spellcheck="false"
        placeholder='legacy_status == "drawn"'
      />
      <div class="bar">
        <span>→</span
        ><CommonPick
          :value="rule.state"
          :label="`State ${index + 1}`"
          :options="states.map((state) => ({ value: state, name: stateName(configuration, state) }))"
          :disabled="locked"
          @pick="rule.state = $event"
        /><button
          type="button"
          class="plain"
          :disabled="locked"
          aria-label="Remove the rule"
          @click="profile.states.splice(index, 1)"
        >
          ×
        </button>
      </div>
    </div>
    <label
      >{{ profile.states.length ? 'Otherwise' : 'Always'
      }}<CommonPick
        :value="profile.otherwise"
        label="Otherwise"
        :options="states.map((state) => ({ value: state, name: stateName(configuration, state) }))"
        :disabled="locked"
        @pick="profile.otherwise = $event"
    /></label>
    <button
      type="button"
      class="link"
      :disabled="locked"
      @click="profile.states.push({ when: '', state: profile.otherwise })"
    >
      Add a rule
    </button>
    <h2>What is kept in the record</h2>
    <label
      v-for="key in ['title', 'status', 'date', 'author'] as const"
      :key="key"
      ><span class="cap">{{ key }}</span
      ><CommonPick
        :value="profile.attributes[key] ?? ''"
        empty="not kept"
        :options="kept"
        :disabled="locked"
        @pick="profile.attributes[key] = $event || undefined"
    /></label>
    <h2>Who is believed first</h2>
    <IntakeRanking
      :ranking="profile.ranking"
      :locked="locked"
      @rank="profile.ranking = $event"
    />
    <button
      class="act"
      :disabled="locked || !changed"
    >
      Use this mapping
    </button>
  </form>
</template>

<style scoped>
.mapping {
  display: grid;
  gap: 6px;
}
label {
  display: grid;
  grid-template-columns: 70px 1fr;
  align-items: center;
  color: var(--ink-soft);
}
.rule {
  display: grid;
  gap: 3px;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--hairline);
}
.cap {
  text-transform: capitalize;
}
.act {
  justify-self: start;
  margin-top: 6px;
}
.link {
  justify-self: start;
}
</style>

<script setup lang="ts">
import { attributeName, type Lifecycle, toldInWords, type Transition } from '~~/core/configuration'
import { valueInWords } from '~/format'

/** What a transition’s effects and notices would do to a real document that stands where it starts. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition }>()
const session = useSession()
const { configuration } = useLifecycle(() => props.lifecycle.id)
const { beginWith, number, person, effectsOf, answer } = useRehearsal()
const isEmpty = ref(false)
const wanted = ref('')
person.value = session.person?.id ?? ''
effectsOf.value = props.transition.id

/** Begins with the first document that stands in a state it starts from. */
async function begin() {
  const query = { lifecycle: props.lifecycle.id, state: props.transition.from[0], limit: 1, sort: 'number' }
  const page = await api<{ rows: { number: string }[] }>('documents', { query }).catch(() => ({ rows: [] }))
  const [first] = page.rows
  isEmpty.value = !first
  if (first) await beginWith(first.number)
}
onMounted(begin)
watch(number, (is) => (wanted.value = is))
async function take() {
  if (wanted.value.trim() && wanted.value.trim() !== number.value) await beginWith(wanted.value.trim())
}
const shown = computed(() => answer.value?.effects ?? null)
const said = (value: Parameters<typeof valueInWords>[0]) => valueInWords(value) || '–'
</script>

<template>
  <div
    v-if="!isEmpty"
    class="shown"
  >
    <span class="soft">On </span
    ><input
      v-model="wanted"
      class="field mono"
      aria-label="The document that the effects are shown on"
      @change="take"
    />
    <template v-if="shown">
      <span
        v-if="shown.label.after !== shown.label.before"
        class="one"
        >label <span class="mono">{{ shown.label.before ?? '–' }} → {{ shown.label.after }}</span></span
      >
      <span
        v-for="{ attribute, before, after } in shown.written"
        :key="attribute"
        class="one"
        >{{ attributeName(configuration, attribute) }} <span class="soft">{{ said(before) }} →</span>
        {{ said(after) }}</span
      >
      <span
        v-for="(letter, index) in shown.told"
        :key="`letter ${index}`"
        class="one letter"
        >tells {{ toldInWords(configuration, [letter]) }} “{{ letter.subject }}”<span
          v-if="letter.body.trim()"
          class="soft body"
          >{{ letter.body.trim() }}</span
        ></span
      >
      <span
        v-for="(job, index) in shown.jobs"
        :key="`job ${index}`"
        class="one"
        >job: {{ job }}</span
      >
      <span
        v-for="reason in shown.reasons"
        :key="reason.message"
        class="one wrong"
        >▲ {{ reason.message }}</span
      >
    </template>
  </div>
  <p
    v-else
    class="soft"
  >
    No document stands where it starts, to show it on.
  </p>
</template>

<style scoped>
.shown {
  border-left: 2px solid var(--accent);
  padding-left: 8px;
  margin: 6px 0;
}
.field {
  width: 130px;
  height: 22px;
}
.one,
.body {
  display: block;
}
.body {
  white-space: pre-line;
  padding-left: 12px;
}
</style>

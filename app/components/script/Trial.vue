<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { attributeName } from '~~/core/configuration'
import type { TriedScript } from '~~/shared/answers'
import { valueInWords } from '~/format'

/** What a script would do to a real document, as it is written; nothing is changed. */
const props = defineProps<{ name: string; code: string; check: boolean }>()
const store = useConfiguration()
const number = ref('')
const tried = shallowRef<TriedScript | null>(null)
const fault = ref('')
async function tryNow() {
  if (!number.value.trim()) return
  const { name, code, check } = props
  try {
    const body = { name, code, check, number: number.value.trim() }
    tried.value = await api<TriedScript>('scripts/try', { method: 'POST', body })
    fault.value = ''
  } catch (error) {
    tried.value = null
    fault.value = refusalOf(error).message
  }
}
const tryIt = useDebounceFn(tryNow, 400)
watch([() => props.code, () => props.check, number], tryIt)
onMounted(async () => {
  const page = await api<{ rows: { number: string }[] }>('documents', { query: { limit: 1, sort: 'number' } })
  number.value = page.rows[0]?.number ?? ''
})
</script>

<template>
  <h2>Tried on</h2>
  <input
    v-model="number"
    class="field mono"
    aria-label="The document it is tried on"
    placeholder="number of a document"
  />
  <p
    v-if="fault"
    class="wrong"
  >
    ▲ {{ fault }}
  </p>
  <div
    v-else-if="tried && !tried.ok"
    class="wrong"
    role="status"
  >
    ▲ {{ tried.message }}
  </div>
  <div
    v-else-if="tried"
    role="status"
  >
    <p
      v-if="tried.outcome.refused"
      class="waits"
    >
      Refuses: {{ tried.outcome.refused }}
    </p>
    <dl class="pairs">
      <template
        v-for="({ attribute, value }, index) in tried.outcome.written"
        :key="index"
      >
        <dt>{{ attributeName(store.drafted!, attribute) }}</dt>
        <dd>{{ valueInWords(value) || 'emptied' }}</dd>
      </template>
      <template
        v-for="({ to, subject }, index) in tried.outcome.told"
        :key="`told ${index}`"
      >
        <dt>tells</dt>
        <dd>{{ to.join(', ') }}: {{ subject }}</dd>
      </template>
      <template
        v-for="(line, index) in tried.outcome.said"
        :key="`said ${index}`"
      >
        <dt>says</dt>
        <dd class="mono">{{ line }}</dd>
      </template>
    </dl>
    <p
      v-for="one in tried.wrong"
      :key="one"
      class="wrong"
    >
      ▲ {{ one }}
    </p>
    <p class="soft">{{ tried.milliseconds }} ms</p>
  </div>
</template>

<style scoped>
.field {
  margin-bottom: 8px;
}
</style>

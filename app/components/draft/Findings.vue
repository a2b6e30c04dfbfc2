<script setup lang="ts">
import { type Finding, findingKey } from '~~/core/check'
import type { Waiver } from '~~/shared/answers'

/** The findings on the draft; those that are no errors can be waived with a reason. */
const store = useConfiguration()
const waivers = shallowRef<Waiver[]>([])
onMounted(() => attempt(async () => (waivers.value = await api<Waiver[]>('waivers'))))
const waiverOf = (finding: Finding) =>
  finding.severity === 'error' ? undefined : waivers.value.find(({ key }) => key === findingKey(finding))
const open = computed(() => store.findings.filter((finding) => !waiverOf(finding)))
const waived = computed(() =>
  store.findings.flatMap((finding) => {
    const waiver = waiverOf(finding)
    return waiver ? [{ finding, waiver }] : []
  }),
)
const waiving = ref<string | null>(null)
const reason = ref('')
async function waive(finding: Finding) {
  const key = findingKey(finding)
  if (
    await attempt(
      async () =>
        (waivers.value = await api<Waiver[]>('waivers', {
          method: 'POST',
          body: { code: finding.code, key, reason: reason.value },
        })),
    )
  ) {
    waiving.value = null
    reason.value = ''
  }
}
const takeBack = (key: string) =>
  attempt(async () => (waivers.value = await api<Waiver[]>('waivers', { method: 'DELETE', query: { key } })))
</script>

<template>
  <section aria-label="Findings">
    <h2>Findings</h2>
    <div
      v-for="finding in open"
      :key="finding.code + finding.message"
      class="line"
    >
      <CommonFindingLine :finding="finding"
        ><button
          v-if="finding.severity !== 'error' && waiving !== findingKey(finding)"
          class="link soft"
          :aria-label="`Waive: ${finding.message}`"
          @click="waiving = findingKey(finding)"
        >
          waive
        </button></CommonFindingLine
      >
      <template v-if="finding.severity !== 'error' && waiving === findingKey(finding)">
        <form
          class="bar"
          @submit.prevent="waive(finding)"
        >
          <input
            v-model="reason"
            class="field"
            aria-label="Why it may stand"
            placeholder="why it may stand"
          /><button
            class="link"
            :disabled="!reason.trim()"
          >
            waive</button
          ><button
            type="button"
            class="link soft"
            @click="waiving = null"
          >
            no
          </button>
        </form>
      </template>
    </div>
    <p
      v-if="!open.length"
      class="soft"
    >
      {{ store.isChecked ? `None${waived.length ? ' that is not waived' : ''}.` : 'Being checked …' }}
    </p>
    <details v-if="waived.length">
      <summary class="soft">{{ waived.length }} waived</summary>
      <p
        v-for="{ finding, waiver } in waived"
        :key="waiver.key"
        class="soft"
      >
        {{ finding.message }}. Waived by {{ waiver.personName }}, {{ waiver.at.slice(0, 10) }}:
        {{ waiver.reason }}.
        <button
          class="link"
          @click="takeBack(waiver.key)"
        >
          take back
        </button>
      </p>
    </details>
  </section>
</template>

<style scoped>
.line {
  margin-bottom: 4px;
}
.line form {
  margin-left: 16px;
}
</style>

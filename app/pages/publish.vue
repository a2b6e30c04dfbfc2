<script setup lang="ts">
const store = useConfiguration()
useTitle('Review and publish')
const comment = ref('')
const made = computed(() => store.draft?.edits.slice(0, store.draft.cursor) ?? [])
const undone = computed(() => store.draft?.edits.slice(store.draft.cursor) ?? [])
const errors = computed(() => store.findings.filter((finding) => finding.severity === 'error').length)
async function publish() {
  const number = store.draft!.number
  if (await store.publish(comment.value)) {
    useNotices().say(`Configuration ${number} is in force.`)
    comment.value = ''
  }
}
</script>

<template>
  <div class="page">
    <h1>Draft {{ store.draft?.number }}</h1>
    <p class="soft">In force: configuration {{ store.published?.id }}, published by {{ store.published?.personName }} on {{ store.published?.at.slice(0, 10) }}.</p>
    <div class="two">
      <section>
        <h2>What changes</h2>
        <table v-if="made.length" class="rows">
          <tbody><tr v-for="(edit, index) in made" :key="index"><td class="mono soft right">{{ index + 1 }}</td><td>{{ edit.words }}</td><td class="soft">{{ edit.personName }}</td><td class="mono soft">{{ edit.at.slice(0, 16).replace('T', ' ') }}</td></tr></tbody>
        </table>
        <p v-else class="empty">Nothing yet. Change a lifecycle on its sheet; the edits gather here, and nothing is in force before you publish.</p>
        <p v-if="undone.length" class="soft">{{ undone.length }} undone {{ undone.length === 1 ? 'edit' : 'edits' }} can be redone.</p>
      </section>
      <section>
        <h2>Findings</h2>
        <p v-for="finding in store.findings" :key="finding.message" :class="finding.severity === 'error' ? 'wrong' : 'waits'">▲ {{ finding.message }}
          <NuxtLink v-if="finding.where.lifecycle" :to="`/lifecycles/${finding.where.lifecycle}?${finding.where.transition ? `transition=${finding.where.transition}` : `state=${finding.where.state ?? ''}`}`">show</NuxtLink></p>
        <p v-if="!store.findings.length" class="soft">None.</p>
        <label class="why">Why<textarea v-model="comment" class="field" rows="3" placeholder="For the audit trail" /></label>
        <p class="soft">{{ errors ? `${errors} ${errors === 1 ? 'error stops' : 'errors stop'} the publishing.` : made.length ? `${made.length} ${made.length === 1 ? 'edit goes' : 'edits go'} in force together, or not at all.` : '' }}</p>
        <div class="bar"><button class="act main" :disabled="!made.length || errors > 0" @click="publish">Publish</button><button class="link" :disabled="!made.length" @click="store.discard()">Take the draft back</button></div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.two { display: grid; grid-template-columns: minmax(0, 3fr) minmax(0, 2fr); gap: 28px; margin-top: 14px; }
.why { display: grid; gap: 3px; margin: 14px 0 6px; }
section > p:first-letter { text-transform: uppercase; }
</style>

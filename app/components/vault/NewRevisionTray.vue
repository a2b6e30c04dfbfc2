<script setup lang="ts">
import { lifecycleOf, stateName } from '~~/core/configuration'
import type { ChainLink } from '~~/shared/answers'

/** A new revision of a document, and of those above it up to the top: chosen or left, in one act. */
const props = defineProps<{ number: string }>()
const emit = defineEmits<{ close: []; done: [revised: string[]] }>()
const configuration = computed(() => useConfiguration().published!.configuration)
const chain = shallowRef<ChainLink[]>([])
const chosen = ref(new Set<string>([props.number]))
const comment = ref('')
const path = computed(() => `documents/${encodeURIComponent(props.number)}/new-revision`)
const load = () =>
  attempt(
    async () =>
      (chain.value = await api<ChainLink[]>(path.value, {
        query: comment.value.trim() ? { comment: comment.value } : {},
      })),
  )
onMounted(load)
watch(comment, useDebounceFn(load, 150))

const picked = computed(() => chain.value.filter((link) => chosen.value.has(link.number)))
const blocked = computed(() => picked.value.filter((link) => !link.decision.ok))
const wayName = (link: ChainLink) =>
  lifecycleOf(configuration.value, link.lifecycle).transitions.find(({ id }) => id === link.by)?.name
function choose(number: string, on: boolean) {
  const next = new Set(chosen.value)
  if (on) next.add(number)
  else next.delete(number)
  chosen.value = next
}
async function revise() {
  const documents = picked.value.map(({ number, change }) => ({ number, change }))
  if (
    await attempt(() =>
      api(path.value, {
        method: 'POST',
        body: { documents, ...(comment.value.trim() ? { comment: comment.value } : {}) },
      }),
    )
  )
    emit(
      'done',
      documents.map(({ number }) => number),
    )
  else await load()
}
</script>

<script lang="ts">
import { useDebounceFn } from '@vueuse/core'
</script>

<template>
  <ShellTheTray
    label="New revision"
    :height="210"
    @close="emit('close')"
  >
    <template #what>
      <h3>New revision of {{ number }}</h3>
      <label
        class="soft"
        for="revision-comment"
        >What changes</label
      ><textarea
        id="revision-comment"
        v-model="comment"
        class="field"
        rows="2"
      />
      <p class="go">
        <button
          class="act main"
          :disabled="!picked.length || blocked.length > 0"
          @click="revise"
        >
          Make {{ picked.length === 1 ? 'the new revision' : `${picked.length} new revisions` }}
        </button>
        <span
          v-if="blocked.length"
          class="wrong"
          >▲ {{ blocked.map((link) => link.number).join(', ') }} cannot be</span
        >
      </p>
    </template>
    <template #rests>
      <h3>{{ chain.length > 1 ? 'The chain up to the top' : 'Nothing refers to it' }}</h3>
      <table
        class="rows chain"
        aria-label="Chain"
      >
        <tbody>
          <tr
            v-for="link in chain"
            :key="link.number"
          >
            <td>
              <input
                type="checkbox"
                :checked="chosen.has(link.number)"
                :disabled="link.number === number"
                :aria-label="`Revise ${link.number}`"
                @change="choose(link.number, ($event.target as HTMLInputElement).checked)"
              />
            </td>
            <td
              class="mono"
              :style="{ paddingLeft: `${6 + link.depth * 12}px` }"
            >
              {{ link.number }}
            </td>
            <td class="soft">{{ stateName(configuration, link.state) }}</td>
            <td class="mono">
              {{ link.revision ?? '–' }} → <b>{{ link.decision.ok ? link.decision.outcome.after : '▲' }}</b>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #leads>
      <h3>What will happen</h3>
      <template
        v-for="link in picked"
        :key="link.number"
      >
        <p v-if="link.decision.ok">
          <b>{{ link.number }}</b>:
          <span class="mono"
            >{{ link.decision.outcome.before ?? '–' }} → {{ link.decision.outcome.after }}</span
          >,
          {{
            link.by
              ? `by ${wayName(link)} to ${stateName(configuration, link.decision.outcome.to)}`
              : `in ${stateName(configuration, link.state)}`
          }}, version {{ link.decision.outcome.version }}.
        </p>
        <div v-else>
          <p class="wrong">▲ {{ link.number }}</p>
          <p
            v-for="reason in link.decision.reasons"
            :key="reason.rule + reason.message"
            class="reason"
          >
            {{ reason.message }}. <span class="soft">{{ reason.where }}: {{ reason.wayOut }}.</span>
          </p>
        </div>
      </template>
      <p class="soft">{{ picked.length > 1 ? 'All of it, or nothing.' : '' }}</p>
    </template>
  </ShellTheTray>
</template>

<style scoped>
.go {
  margin: 6px 0 0;
}
.chain td {
  padding: 1px 6px;
  height: 24px;
}
.reason::first-letter {
  text-transform: uppercase;
}
</style>

<script setup lang="ts">
import { stateName } from '~~/core/configuration'

/** A document selected in the table: what it is, its revisions, what could happen to it next. */
const props = defineProps<{ number: string }>()
const emit = defineEmits<{ close: [] }>()
const { page, acts } = useDocument(() => props.number)
const configuration = computed(() => useConfiguration().published!.configuration)
const fields = computed(() =>
  configuration.value.attributes
    .filter(
      (attribute) =>
        page.value?.document.record[attribute.id] !== undefined &&
        page.value.document.record[attribute.id] !== null,
    )
    .slice(0, 7),
)
</script>

<template>
  <ShellTheTray
    v-if="page"
    :label="`Document ${number}`"
    :height="190"
    @close="emit('close')"
  >
    <template #what>
      <h3>
        <NuxtLink :to="`/vault/${encodeURIComponent(number)}`">{{ number }}</NuxtLink>
        <span class="soft">{{ page.document.title }}</span>
      </h3>
      <dl class="pairs">
        <template
          v-for="attribute in fields"
          :key="attribute.id"
          ><dt>{{ attribute.name }}</dt>
          <dd>{{ page.document.record[attribute.id] }} {{ attribute.unit ?? '' }}</dd></template
        >
      </dl>
    </template>
    <template #rests>
      <h3>Revisions</h3>
      <p>
        <CommonRevisionTape
          :rows="page.register"
          :next="page.next"
          :most="9"
        />
      </p>
      <p>
        {{ stateName(configuration, page.document.state) }} at
        <b class="mono">{{ page.document.revision ?? '–' }}</b>, version {{ page.document.version }}.
      </p>
      <p
        v-if="page.checkedOutBy"
        class="waits"
      >
        Checked out by {{ page.checkedOutBy.name }}.
      </p>
    </template>
    <template #leads>
      <h3>What could happen next</h3>
      <p
        v-for="act in acts"
        :key="act.transition.id"
      >
        <template v-if="act.decision.ok"
          ><b>{{ act.transition.name }}</b
          >: {{ stateName(configuration, act.decision.outcome.to) }}, label
          <span class="mono"
            >{{ act.decision.outcome.before ?? '–' }} → {{ act.decision.outcome.after ?? '–' }}</span
          ></template
        ><span
          v-else
          class="soft"
          ><b>{{ act.transition.name }}</b
          >: not now. {{ act.decision.reasons[0]!.message
          }}{{ act.decision.reasons.length > 1 ? `, and ${act.decision.reasons.length - 1} more` : '' }}</span
        >
      </p>
      <p
        v-if="!acts.length"
        class="soft"
      >
        No transition leads on from here.
      </p>
    </template>
  </ShellTheTray>
</template>

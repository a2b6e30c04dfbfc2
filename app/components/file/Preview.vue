<script setup lang="ts">
import { viewOf } from './kinds'

/** What a version of a file looks like: a sheet, pages, a picture, a text, or a body that turns. */
const props = defineProps<{ address: string; fileName: string; label: string }>()
const view = computed(() => viewOf(props.fileName))
const fault = ref('')
watch(
  () => props.address,
  () => (fault.value = ''),
)
</script>

<template>
  <p
    v-if="fault"
    class="soft"
    role="status"
  >
    {{ fileName }} cannot be shown: {{ fault }}.
  </p>
  <p
    v-else-if="!view"
    class="soft"
  >
    {{ fileName }} cannot be shown here: download it.
  </p>
  <LazyFileDrawn
    v-else-if="view === 'drawn'"
    :address="address"
    :label="label"
    @failed="fault = $event"
  />
  <LazyFileCanvas
    v-else-if="view === 'pages' || view === 'picture'"
    :key="view"
    :address="address"
    :label="label"
    :view="view"
    @failed="fault = $event"
  />
  <LazyFileWords
    v-else-if="view === 'text'"
    :address="address"
    :label="label"
    @failed="fault = $event"
  />
  <LazyFileBody
    v-else
    :key="address"
    :address="address"
    :label="label"
    @failed="fault = $event"
  />
</template>

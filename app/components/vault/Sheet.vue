<script setup lang="ts">
import type { Version } from '~~/shared/answers'

/** What the document's file looks like, at any version, alone or laid over another one. */
const props = defineProps<{ path: (rest: string) => string; versions: Version[]; current: number }>()
const shown = ref(props.current)
const before = ref<number | null>(null)
const version = computed(() => props.versions.find((one) => one.version === shown.value) ?? props.versions[0])
const address = (asked: number) => `/api/${props.path(`/versions/${asked}`)}`
const choices = computed(() =>
  props.versions.map(({ version: value, revision }) => ({
    value,
    name: `version ${value}${revision ? `, ${revision}` : ''}`,
  })),
)
const others = computed(() => choices.value.filter(({ value }) => value !== shown.value))
/** What is shown and what it is laid over, the earlier one first. */
const pair = computed((): [Version, Version] | undefined => {
  const other = props.versions.find((one) => one.version === before.value)
  if (!other || !version.value) return undefined
  return other.version < version.value.version ? [other, version.value] : [version.value, other]
})
const isSheet = computed(() => /\.(?:dxf|svg)$/i.test(version.value?.fileName ?? ''))
const hasPdf = computed(() => /\.(?:dxf|svg|pdf|png|jpe?g|txt|csv|md)$/i.test(version.value?.fileName ?? ''))
</script>

<template>
  <section v-if="version">
    <div class="bar">
      <h2>File</h2>
      <CommonPick
        class="pick"
        label="Which version is shown"
        :value="shown"
        :options="choices"
        @pick="((shown = Number($event)), (before = null))"
      />
      <CommonPick
        v-if="others.length"
        class="pick"
        label="Laid over"
        :value="before ?? ''"
        :options="others"
        empty="alone"
        @pick="before = $event ? Number($event) : null"
      />
      <div class="grow" />
      <a
        v-if="isSheet"
        :href="`${address(version.version)}/sheet`"
        target="_blank"
        >Open the sheet to print it</a
      >
      <a
        v-if="hasPdf"
        :href="`${address(version.version)}/sheet?as=pdf`"
        title="The sheet as PDF, with its label and state along the foot"
        >Sheet as PDF</a
      >
    </div>
    <FileCompared
      v-if="pair"
      :address="address"
      :before="pair[0]"
      :after="pair[1]"
    />
    <FilePreview
      v-else
      :address="address(version.version)"
      :file-name="version.fileName"
      :label="`${version.fileName}, version ${version.version}`"
    />
  </section>
</template>

<style scoped>
section {
  margin-top: 18px;
}
.bar {
  gap: 10px;
  margin-bottom: 6px;
}
.pick {
  width: 130px;
}
</style>

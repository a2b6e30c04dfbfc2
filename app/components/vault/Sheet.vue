<script setup lang="ts">
/** What the sheet of the current version looks like; nothing where none can be drawn. */
const props = defineProps<{ path: (rest: string) => string; version: number; fileName: string }>()
const isDrawn = computed(() => props.fileName.toLowerCase().endsWith('.dxf'))
const source = computed(() => `/api/${props.path(`/versions/${props.version}/sheet`)}`)
const failed = ref(false)
</script>

<template>
  <section v-if="isDrawn">
    <h2>Sheet</h2>
    <p
      v-if="failed"
      class="soft"
    >
      The sheet of {{ fileName }} cannot be drawn: download the file.
    </p>
    <a
      v-else
      :href="source"
      target="_blank"
      title="Opens the sheet by itself, to be enlarged and printed"
    >
      <img
        :src="source"
        :alt="`Sheet of ${fileName}, version ${version}`"
        loading="lazy"
        @error="failed = true"
      />
    </a>
  </section>
</template>

<style scoped>
section {
  margin-top: 18px;
}
img {
  display: block;
  width: 100%;
  height: 320px;
  object-fit: contain;
  object-position: left center;
  /* Paper is white in the dark, too. */
  background: #fff;
  border: 1px solid var(--line);
}
</style>

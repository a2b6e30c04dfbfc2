<script setup lang="ts">
/** A change that would break something: what it is, what it would do, and the two ways on. */
const directory = useDirectory()
const pending = computed(() => directory.pending!)
const leave = () => (directory.pending = null)
</script>

<template>
  <ShellTheTray
    label="A change that would break something"
    @close="leave"
  >
    <template #wide>
      <h3>{{ pending.preview.words }}</h3>
      <DirectoryConsequences :preview="pending.preview" />
    </template>
    <template #leads>
      <h3>Nothing is changed yet</h3>
      <p>It would break what stands here. Mend that first, or do it all the same: it can be taken back.</p>
      <p class="bar">
        <button
          class="act"
          @click="leave"
        >
          Leave it
        </button>
        <button
          class="act main"
          @click="directory.accept()"
        >
          Do it all the same
        </button>
      </p>
    </template>
  </ShellTheTray>
</template>

<script setup lang="ts">
import type { RevisionScheme } from '~~/core/revision'

/** The schemes to go to, the one that is shown, and the one that stands beside it. */
const props = defineProps<{ scheme: RevisionScheme; schemes: RevisionScheme[]; beside: string }>()
const emit = defineEmits<{ beside: [scheme: string]; rename: [name: string]; add: [] }>()
const others = computed(() =>
  props.schemes.filter(({ id }) => id !== props.scheme.id).map(({ id, name }) => ({ value: id, name })),
)
</script>

<template>
  <div>
    <div class="bar head">
      <h1>Revisions</h1>
      <nav
        class="schemes"
        aria-label="Schemes"
      >
        <NuxtLink
          v-for="entry in schemes"
          :key="entry.id"
          :to="`/revisions/${entry.id}`"
          :class="{ here: entry.id === scheme.id }"
          :aria-current="entry.id === scheme.id ? 'page' : undefined"
          >{{ entry.name }}</NuxtLink><button
          class="link"
          @click="emit('add')"
        >
          new
        </button>
      </nav>
      <span class="grow" />
      <label class="soft with"
        >beside<CommonPick
          :value="beside"
          label="Compare with"
          empty="nothing"
          :options="others"
          @pick="emit('beside', $event)"
      /></label>
    </div>
    <div class="bar facts">
      <input
        class="field title"
        :value="scheme.name"
        aria-label="Name of the scheme"
        @change="emit('rename', ($event.target as HTMLInputElement).value)"
      />
      <span><slot /></span>
    </div>
  </div>
</template>

<style scoped>
.head {
  flex-wrap: wrap;
}
.schemes {
  display: flex;
  gap: 14px;
  margin-left: 10px;
}
.schemes a {
  text-decoration: none;
  padding: 2px 0;
}
.schemes a.here {
  font-weight: 600;
  box-shadow: inset 0 -2px var(--accent);
}
.with {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.facts {
  margin: 6px 0 8px;
}
.title {
  width: 210px;
  font-weight: 600;
}
</style>

<script setup lang="ts">
import { groupBy } from '~~/core/support'
import { areaOf, areasFor, type Area } from '~/areas'

defineEmits<{ help: [] }>()
const session = useSession()
const configuration = useConfiguration()
const route = useRoute()
const dark = useDarkness()

const blocks = computed(() => {
  const open = areasFor(session.person?.administrator === true).filter(({ block }) => block !== null)
  return [...groupBy(open, ({ block }) => block)]
})
const countOf = ({ count }: Area) => (configuration.drafted ? count?.(configuration.drafted) : undefined)
const isHere = (area: Area) => areaOf(route.path) === area
</script>

<template>
  <nav
    class="side no-print"
    aria-label="Views"
  >
    <section
      v-for="[name, entries] in blocks"
      :key="String(name)"
    >
      <h2>{{ name }}</h2>
      <NuxtLink
        v-for="area in entries"
        :key="area.path"
        :to="area.path"
        :class="{ here: isHere(area) }"
        :aria-current="isHere(area) ? 'page' : undefined"
      >
        {{ area.name }}
        <span class="mono soft">{{ countOf(area) }}</span>
      </NuxtLink>
    </section>
    <div class="foot">
      <button
        class="plain soft"
        @click="dark = !dark"
      >
        {{ dark ? 'Light' : 'Dark' }}
      </button>
      <button
        class="plain soft"
        @click="$emit('help')"
      >
        Shortcuts <span class="key">?</span>
      </button>
    </div>
  </nav>
</template>

<style scoped>
.side {
  grid-area: nav;
  border-right: 1px solid var(--line);
  padding: 8px 0;
  display: flex;
  flex-direction: column;
  overflow: auto;
}
section {
  margin-bottom: 14px;
}
h2 {
  padding: 8px 16px 6px;
  color: var(--ink-faint);
}
a {
  display: flex;
  justify-content: space-between;
  padding: 3px 16px 3px 13px;
  border-left: 3px solid transparent;
  text-decoration: none;
  line-height: 19px;
}
a:hover {
  background: var(--well);
}
a.here {
  background: var(--tint);
  border-left-color: var(--accent);
  font-weight: 600;
}
.foot {
  margin-top: auto;
  padding: 8px 16px;
  display: grid;
  gap: 6px;
}
</style>

<script setup lang="ts">
defineEmits<{ help: [] }>()
const session = useSession()
const configuration = useConfiguration()
const route = useRoute()
const dark = useDark()

const blocks = computed(() => {
  const all = [
    {
      name: 'Set up',
      entries: [
        { to: '/', name: 'Overview' },
        { to: '/lifecycles', name: 'Lifecycles', count: configuration.drafted?.lifecycles.length },
        { to: '/revisions', name: 'Revisions', count: configuration.drafted?.schemes.length },
      ],
    },
    { name: 'Bring in', entries: [{ to: '/intake', name: 'Intake' }] },
    {
      name: 'At work',
      entries: [
        { to: '/vault', name: 'Vault' },
        { to: '/adoption', name: 'Adoption' },
      ],
    },
    {
      name: 'Behind',
      entries: [
        { to: '/jobs', name: 'Jobs' },
        { to: '/audit', name: 'Audit' },
      ],
    },
  ]
  return session.person?.administrator ? all : all.filter((block) => block.name === 'At work')
})
const isHere = (to: string) => (to === '/' ? route.path === '/' : route.path.startsWith(to))
</script>

<template>
  <nav
    class="side no-print"
    aria-label="Views"
  >
    <section
      v-for="block in blocks"
      :key="block.name"
    >
      <h2>{{ block.name }}</h2>
      <NuxtLink
        v-for="entry in block.entries"
        :key="entry.to"
        :to="entry.to"
        :class="{ here: isHere(entry.to) }"
        :aria-current="isHere(entry.to) ? 'page' : undefined"
      >
        {{ entry.name
        }}<span
          v-if="'count' in entry"
          class="mono soft"
          >{{ entry.count }}</span
        >
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

<script lang="ts">
import { useDark } from '@vueuse/core'
</script>

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

<script setup lang="ts">
import { areaOf } from '~/areas'
import { counted } from '~/format'

defineEmits<{ find: [] }>()
const route = useRoute()
const session = useSession()
const configuration = useConfiguration()

const area = computed(() => areaOf(route.path))
const title = useState<string>('title', () => '')
const edits = computed(() => configuration.draft?.cursor ?? 0)
const wrong = computed(() => configuration.findings.filter((finding) => finding.severity === 'error').length)
</script>

<template>
  <header class="top no-print">
    <NuxtLink
      class="brand"
      to="/"
      ><img
        src="/mark.svg"
        alt=""
        width="20"
        height="20"
      />Ilmenite</NuxtLink
    >
    <nav
      class="crumbs"
      aria-label="Where you are"
    >
      <b v-if="!area || area.path === '/'">{{ area?.name }}</b>
      <template v-else>
        <NuxtLink :to="area.path">{{ area.name }}</NuxtLink>
        <template v-if="route.params.id || route.params.number">
          <span>/</span>
          <b class="clip">{{ title }}</b>
        </template>
      </template>
    </nav>
    <div class="grow" />
    <button
      class="key"
      title="Go anywhere"
      @click="$emit('find')"
    >
      Ctrl K
    </button>
    <template v-if="session.person?.administrator && configuration.draft">
      <span class="history">
        <button
          class="plain"
          :disabled="!configuration.canUndo"
          title="Undo the last edit of the draft (Ctrl+Z)"
          aria-label="Undo"
          @click="configuration.undo()"
        >
          ↶
        </button>
        <button
          class="plain"
          :disabled="!configuration.canRedo"
          title="Redo (Ctrl+Shift+Z)"
          aria-label="Redo"
          @click="configuration.redo()"
        >
          ↷
        </button>
      </span>
      <NuxtLink
        v-if="edits"
        to="/publish"
        class="draft"
        data-role="draft"
        >Draft {{ configuration.draft.number }} · {{ counted(edits, 'edit')
        }}<template v-if="wrong">
          · <span class="wrong">▲ {{ wrong }}</span></template
        ></NuxtLink
      >
      <button
        class="act main"
        :disabled="!edits"
        @click="goTo('/publish')"
      >
        Review and publish
      </button>
    </template>
    <NuxtLink
      class="who"
      to="/own"
      :title="`Signed in as ${session.person?.mail}: your password, sessions and tokens`"
      >{{ session.person?.name }}</NuxtLink
    >
    <button
      class="who plain soft"
      @click="session.signOut()"
    >
      sign out
    </button>
  </header>
</template>

<style scoped>
.top {
  grid-area: top;
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 0 16px;
  border-bottom: 1px solid var(--ink);
  min-width: 0;
}
.brand {
  display: flex;
  align-items: center;
  gap: 12px;
  font-weight: 600;
  font-size: 15px;
  text-decoration: none;
  letter-spacing: 0.02em;
}
.crumbs {
  display: flex;
  gap: 8px;
  color: var(--ink-soft);
  min-width: 0;
  white-space: nowrap;
}
.crumbs a {
  text-decoration: none;
}
.crumbs b {
  color: var(--ink);
  font-weight: 500;
}
.draft {
  padding: 2px 10px;
  border: 1px solid var(--waits-line);
  background: var(--waits-tint);
  color: var(--waits);
  text-decoration: none;
  border-radius: 2px;
  white-space: nowrap;
}
.history {
  display: flex;
  gap: 2px;
}
.history button {
  width: 24px;
  height: 24px;
  text-align: center;
  font-size: 16px;
}
.history button:disabled {
  color: var(--line);
  cursor: default;
}
.key {
  background: none;
  cursor: pointer;
  white-space: nowrap;
}
.who {
  white-space: nowrap;
  text-decoration: none;
}
.act,
.brand {
  white-space: nowrap;
}
</style>

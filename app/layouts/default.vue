<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

const route = useRoute()
const bare = computed(() => ['/sign-in', '/set-up'].includes(route.path))
const finder = ref(false)
const help = ref(false)
const session = useSession()
// Pages without the shell are light or dark too.
useDarkness()

const main = ref<HTMLElement>()
let isScrolled = false
useEventListener(main, 'scroll', () => (isScrolled = true), { passive: true })
/** Another page begins at its top. To scroll where nobody has scrolled would lay the page out before it is whole. */
useNuxtApp().hook('page:finish', () => {
  if (isScrolled) main.value?.scrollTo({ top: 0, left: 0 })
  isScrolled = false
})

useShortcuts([
  { keys: 'Ctrl+K', does: 'go anywhere', run: () => (finder.value = !finder.value) },
  { keys: '?', does: 'these shortcuts', run: () => (help.value = !help.value) },
  { keys: 'Escape', does: 'close what is open', run: () => (help.value = finder.value = false) },
])
</script>

<template>
  <slot v-if="bare" />
  <div
    v-else
    class="shell"
  >
    <ShellTopBar @find="finder = true" />
    <ShellSideNav @help="help = true" />
    <ShellLookingAs v-if="session.person?.lookedAtBy" />
    <main
      id="main"
      ref="main"
      tabindex="-1"
    >
      <slot />
    </main>
    <div id="tray" />
    <ShellNotices />
    <ShellFinder
      v-if="finder"
      @close="finder = false"
    />
    <ShellShortcutHelp
      v-if="help"
      @close="help = false"
    />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template: 46px auto auto minmax(0, 1fr) auto / 150px minmax(0, 1fr);
  height: 100vh;
  grid-template-areas: 'top top' 'looking looking' 'nav notices' 'nav main' 'nav tray';
}
main {
  grid-area: main;
  overflow: auto;
  outline: none;
  container-type: size;
  /* What has a ground of its own is scrolled without being painted anew. */
  background: var(--paper);
}
#tray {
  grid-area: tray;
  min-width: 0;
}
@media print {
  .shell {
    display: block;
    height: auto;
  }
  main {
    overflow: visible;
    container-type: normal;
  }
}
</style>

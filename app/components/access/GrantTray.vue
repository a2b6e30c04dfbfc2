<script setup lang="ts">
import { missingGrants } from '~~/core/configuration'

/** Grants rights on the root to everybody whom states grant something and no folder does. */
const emit = defineEmits<{ close: [] }>()
const directory = useDirectory()
const configuration = useConfiguration()
const grants = computed(() =>
  missingGrants(configuration.published!.configuration, directory.directory.folders),
)
async function grant() {
  const change = { kind: 'set-folder-grants' as const, folder: '/', grants: grants.value }
  if (await directory.make(change)) emit('close')
}
</script>

<template>
  <ShellTheTray
    label="Grant on all folders"
    :height="220"
    @close="emit('close')"
  >
    <template #wide>
      <h3>What states grant, and no folder yet</h3>
      <p
        v-for="(rights, who) in grants"
        :key="who"
      >
        <b>{{ directory.name(who) }}</b> <span class="soft">{{ rights.join(' ') }}</span>
      </p>
      <p v-if="!Object.keys(grants).length">Folders speak of everybody that states speak of.</p>
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <p>
        A right counts where folder and state both grant it. Granted on /, it holds in every folder below.
      </p>
      <button
        class="act main"
        :disabled="!Object.keys(grants).length"
        @click="grant"
      >
        Grant it on /
      </button>
    </template>
  </ShellTheTray>
</template>

<script setup lang="ts">
import mono from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff2?url'
import regular from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-latin-400-normal.woff2?url'
import medium from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-latin-500-normal.woff2?url'
import bold from '@fontsource/ibm-plex-sans/files/ibm-plex-sans-latin-600-normal.woff2?url'

// Fetched before the first text is laid out, which would be laid out again once they come.
useHead({
  link: [regular, medium, bold, mono].map((href) => ({
    rel: 'preload',
    as: 'font',
    type: 'font/woff2',
    crossorigin: '',
    href,
  })),
})
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>

<script setup lang="ts">
/** The beginning of a text. */
const props = defineProps<{ address: string; label: string }>()
const emit = defineEmits<{ failed: [message: string] }>()
/** So many characters are shown. */
const most = 100_000
const text = ref('')
watch(
  () => props.address,
  async (address) => {
    try {
      text.value = await $fetch<string>(address, { responseType: 'text' })
    } catch (error) {
      emit('failed', refusalOf(error).message)
    }
  },
  { immediate: true },
)
</script>

<template>
  <pre
    class="words mono"
    tabindex="0"
    :aria-label="label"
    >{{ text.slice(0, most) }}{{ text.length > most ? '\n… download it to see the rest' : '' }}</pre>
</template>

<script setup lang="ts">
import type { KeptSetting, Setting } from '~~/shared/answers'

/** Keeps one setting of the company. The server tries the value first, and this shows the result. */
const props = defineProps<{
  setting: Setting
  label: string
  hint: string
  /** Values to choose from while typing. */
  known?: string[]
}>()
const emit = defineEmits<{ kept: [setting: Setting] }>()

const text = ref(props.setting.value ?? '')
const password = ref('')
const said = ref('')
const { refused, isBusy, run } = useRefusable()
const isMail = computed(() => props.setting.name === 'mail-server')

/** Returns the value, with the password in its URL (RFC 3986). */
function typed(): string {
  if (!isMail.value || !password.value || !URL.canParse(text.value)) return text.value
  const url = new URL(text.value)
  url.password = password.value
  return url.href
}
const keep = () =>
  run(async () => {
    said.value = ''
    const path = `settings/${props.setting.name}`
    const kept = await api<KeptSetting>(path, { method: 'PUT', body: { value: typed() } })
    text.value = kept.setting.value ?? ''
    password.value = ''
    said.value = kept.said
    emit('kept', kept.setting)
  })
</script>

<template>
  <form
    class="setting"
    @submit.prevent="keep"
  >
    <label :for="setting.name">{{ label }}</label>
    <p v-if="setting.variable">
      {{ setting.used }} <span class="soft">as {{ setting.variable }} says</span>
    </p>
    <template v-else>
      <div class="line">
        <input
          :id="setting.name"
          v-model="text"
          class="field"
          :placeholder="setting.used"
          :list="known && `${setting.name}-known`"
          maxlength="500"
        />
        <input
          v-if="isMail"
          v-model="password"
          class="field password"
          type="password"
          placeholder="its password"
          aria-label="Password of the mail server"
          autocomplete="off"
        />
        <button
          class="act"
          :aria-label="`Try and keep: ${label}`"
          :disabled="isBusy"
        >
          {{ isBusy ? 'Trying …' : 'Try and keep' }}
        </button>
      </div>
      <datalist
        v-if="known"
        :id="`${setting.name}-known`"
      >
        <option
          v-for="value in known"
          :key="value"
          :value="value"
        />
      </datalist>
      <CommonRefused :message="refused" />
      <p
        v-if="said"
        role="status"
        class="said"
      >
        ● {{ said }}.
      </p>
      <p
        v-else-if="!refused"
        class="soft"
      >
        {{ hint }}
      </p>
    </template>
  </form>
</template>

<style scoped>
.setting {
  margin-bottom: 10px;
}
.line {
  display: flex;
  gap: 6px;
}
.line .field:first-child {
  flex: 1;
  min-width: 0;
}
.password {
  width: 96px;
}
p {
  margin: 2px 0 0;
}
</style>

<script setup lang="ts">
import { type Setting, settingNames, type SettingName } from '~~/shared/answers'

/** Shows the settings of the company. Each field shows the value that is used if nothing is set. */
const settings = shallowRef<Setting[]>([])
const load = () => attempt(async () => (settings.value = await api<Setting[]>('settings')))
onMounted(load)

const ownZone = Intl.DateTimeFormat().resolvedOptions().timeZone
const words: Record<SettingName, { label: string; hint: string }> = {
  company: { label: 'Name', hint: 'The sign-in page says it, and letters come in its name' },
  'time-zone': {
    label: 'Time zone',
    hint: `The hours of schedules are meant in it, and a day begins by it. Here it is ${ownZone}`,
  },
  address: {
    label: 'Address in links',
    hint: 'Where people reach the vault; links in letters begin with it',
  },
  'mail-server': {
    label: 'Mail server',
    hint: 'smtp://name@host:587 or smtps://name@host; without one, letters stay on this machine',
  },
  sender: { label: 'Letters come from', hint: 'A mail address that your mail server takes letters of' },
  backups: {
    label: 'Backups go to',
    hint: 'A folder of the server, on another disk than the data if you can',
  },
}
const knownFor: Partial<Record<SettingName, string[]>> = { 'time-zone': Intl.supportedValuesOf('timeZone') }
const named = (name: SettingName) => settings.value.find((setting) => setting.name === name)
const keep = (kept: Setting) =>
  (settings.value = settings.value.map((setting) => (setting.name === kept.name ? kept : setting)))
</script>

<template>
  <template
    v-for="name in settingNames"
    :key="name"
  >
    <SetUpOneSetting
      v-if="named(name)"
      :setting="named(name)!"
      :known="knownFor[name]"
      v-bind="words[name]"
      @kept="keep"
    />
  </template>
</template>

<script setup lang="ts">
/** Somebody new: who they are, their groups, and how they come in. */
const emit = defineEmits<{ close: []; added: [id: string] }>()
const directory = useDirectory()
const name = ref('')
const initials = ref('')
const mail = ref('')
const groups = ref<string[]>([])
const administrator = ref(false)

async function add() {
  const before = new Set(directory.directory.people.map(({ id }) => id))
  const person = {
    name: name.value,
    mail: mail.value,
    groups: groups.value,
    administrator: administrator.value,
  }
  if (!(await directory.make({ kind: 'add-person', ...person, initials: initials.value || null }))) return
  const added = directory.directory.people.find(({ id }) => !before.has(id))
  if (added) emit('added', added.id)
}
</script>

<template>
  <ShellTheTray
    label="Add somebody"
    @close="emit('close')"
  >
    <template #what>
      <h3>Add somebody</h3>
      <form
        id="add-somebody"
        class="form"
        @submit.prevent="add"
      >
        <CommonField
          id="new-name"
          v-model="name"
          label="Name"
          maxlength="200"
          autofocus
        />
        <CommonField
          id="new-initials"
          v-model="initials"
          label="Initials"
          maxlength="20"
        />
        <CommonField
          id="new-mail"
          v-model="mail"
          label="Mail"
          type="email"
          maxlength="320"
        />
        <span /><label
          ><input
            v-model="administrator"
            type="checkbox"
          />
          looks after the vault (administrator)</label
        >
      </form>
    </template>
    <template #rests>
      <h3>Groups</h3>
      <PeopleGroupTicks v-model="groups" />
    </template>
    <template #leads>
      <h3>What it leads to</h3>
      <p>
        They have no password yet: once they are added, send them a link by which they choose one. What they
        may follows from their groups.
      </p>
      <button
        class="act main"
        form="add-somebody"
        :disabled="!name.trim() || !mail.trim()"
      >
        Add
      </button>
    </template>
  </ShellTheTray>
</template>

<style scoped src="../common/tray-form.css"></style>

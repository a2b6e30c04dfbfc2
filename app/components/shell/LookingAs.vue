<script setup lang="ts">
/** Across the top while somebody looks at the vault as another person. */
const session = useSession()
</script>

<template>
  <p
    class="looking no-print"
    role="status"
  >
    <b>You see the vault as {{ session.person?.name }} sees it.</b>
    <span>Nothing can be changed meanwhile, and it is written down that you look.</span>
    <button
      class="act"
      @click="session.lookAsOneself()"
    >
      Look as {{ session.person?.lookedAtBy?.name }} again
    </button>
  </p>
</template>

<style scoped>
.looking {
  grid-area: looking;
  display: flex;
  gap: 14px;
  align-items: center;
  margin: 0;
  padding: 5px 16px;
  background: var(--waits-tint);
  color: var(--waits);
  border-bottom: 1px solid var(--waits-line);
}
</style>

<!-- Tells whoever comes without the set-up link where it is. -->
<template>
  <p>
    This vault has no administrator yet. The server has printed a set-up link; it is good once, for an hour.
    Start the server again for another one.
  </p>
</template>

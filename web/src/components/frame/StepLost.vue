<script setup lang="ts">
/** A step that could not be loaded: the server is gone, or newer than this page. */
const again = (): void => location.reload()
</script>

<template>
  <main class="pending">
    <h1>This step did not load</h1>
    <p>The server does not answer. What you typed before is kept. Load the page again when it is back.</p>
    <p><v-act-button @click="again">Load the page again</v-act-button></p>
  </main>
</template>

<script setup lang="ts">
import { useSettings } from '../../state/settings'

const open = defineModel<boolean>({ required: true })
const settings = useSettings()
const KEYS = [
  ['[ and ]', 'previous and next run'],
  ['− and =', 'conductor a size down and up'],
  ['m', 'the other metal'],
  ['w', 'show or hide the working'],
  ['/', 'find or do anything'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['arrows', 'on a building in the Section: move it a foot; Page keys, ten'],
  ['?', 'this help'],
]
</script>

<template>
  <v-dialog v-model="open" aria-label="Help and keys">
    <v-card class="dialog">
      <h2>Keys</h2>
      <dl class="keys">
        <template v-for="[key, words] in KEYS" :key="key"
          ><dt>{{ key }}</dt>
          <dd>{{ words }}</dd></template
        >
      </dl>
      <h2>You</h2>
      <p>Your name is kept with each change and each call you decide.</p>
      <v-text-field v-model="settings.person" label="Your name" maxlength="80" autocomplete="name" />
      <h2>Licences</h2>
      <p>
        North Span is given under the Apache License 2.0. It stands on the work of others:
        <a href="/notices.txt" target="_blank" rel="noopener">their licences</a>.
      </p>
      <div class="dialog-buttons">
        <v-btn @click="settings.changeTheme">{{ settings.theme === 'paper' ? 'Night colors' : 'Paper colors' }}</v-btn>
        <v-btn color="primary" variant="flat" @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 4px 12px;
  font-size: 15px;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import { usePanel } from './usePanel'
import { useJob } from '../../../state/job'
import MoveBoard from './MoveBoard.vue'

/** What moves and how far, both cans with the cables between, and the press that helps the short ones. */
const panel = usePanel()
const store = useJob()
const move = computed(() => panel.plan?.move ?? null)
</script>

<template>
  <section v-if="move" class="move-part" :aria-label="`${move.old_name} moves`">
    <h2 class="move-title">{{ move.old_name }} moves: the new one hangs {{ move.where }}</h2>
    <MoveBoard />
    <div v-if="move.offer" class="move-offer">
      <v-act-button @click="store.take(move.offer)">{{ move.offer.words }}</v-act-button>
      <ul class="plain-list">
        <li v-for="words in move.offer_words" :key="words">{{ words }}</li>
      </ul>
    </div>
    <aside class="cautions" aria-label="Cautions">
      <p>{{ move.caution }}</p>
    </aside>
  </section>
</template>

<style scoped>
.move-title {
  font-size: 17px;
  margin-bottom: 4px;
}
.move-offer {
  margin: 8px 0;
}
</style>

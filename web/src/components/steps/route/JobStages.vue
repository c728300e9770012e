<script setup lang="ts">
import { useJob } from '../../../state/job'

/** The job in stages: what is there, what is for now, what is new. */
const store = useJob()
</script>

<template>
  <h2>The job in stages</h2>
  <section v-for="stage in store.plan?.stages" :key="stage.key" class="stage" :aria-label="stage.title">
    <h3>{{ stage.title }}</h3>
    <ul>
      <li v-for="line in stage.lines" :key="line.run">
        <button class="stage-run" :class="{ current: line.run === store.run_id }" @click="store.choose(line.run)">
          <b>{{ line.name }}</b> <span>{{ line.words }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.stage-run {
  display: block;
  width: 100%;
  text-align: left;
  min-height: 44px;
  padding: 4px 8px;
  border-bottom: 1px solid rgb(var(--v-theme-line));
  font-size: 14.5px;
  line-height: 1.3;
}
.stage-run.current {
  background: rgb(var(--v-theme-wash));
  border-left: 4px solid rgb(var(--v-theme-primary));
}
.stage-run:hover {
  background: rgb(var(--v-theme-wash));
}
</style>

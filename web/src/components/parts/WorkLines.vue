<script setup lang="ts">
import CiteButton from './CiteButton.vue'
import type { Schemas } from '../../api/client'
import SumText from './SumText.vue'

type Line = Schemas['WorkLine']
defineProps<{ lines: Line[] }>()

function result(line: Line): string {
  return [line.result, line.unit].filter(Boolean).join(' ')
}
</script>

<template>
  <ol class="lines">
    <li v-for="(line, i) in lines" :key="i">
      <span class="words">{{ line.words }}</span>
      <span v-if="line.kind === 'formula'" class="sum"
        ><var><SumText :text="line.symbol" /></var> = <SumText :text="line.formula" /> =
        <SumText :text="line.figures" /> = <b>{{ result(line) }}</b></span
      >
      <span v-else-if="line.kind === 'table'" class="sum"
        ><var><SumText :text="line.symbol" /></var> = <b>{{ result(line) }}</b>, {{ line.formula
        }}<template v-if="line.figures">, {{ line.figures }}</template></span
      >
      <span v-else class="sum"
        ><b>{{ result(line) }}</b
        ><template v-if="line.formula">: {{ line.formula }}</template></span
      >
      <CiteButton :text="line.citation" />
      <span v-if="line.where" class="where">where <SumText :text="line.where" /></span>
    </li>
  </ol>
</template>

<style scoped>
.lines .where {
  grid-column: 1 / -1;
  font-size: 13px;
  color: rgb(var(--v-theme-secondary));
}
.lines .words {
  grid-column: 1 / 3;
}
.lines .sum {
  font-size: 13.5px;
  color: rgb(var(--v-theme-on-surface));
  overflow-wrap: anywhere;
}
.sheet .lines .words {
  grid-column: 1;
}
.sheet .lines .sum {
  font-size: 12px;
  color: #111;
}
@media (max-width: 900px) {
  .sheet .lines .words {
    grid-column: 1 / 3;
  }
}
@media print {
  .sheet .lines .sum {
    font-size: 9.1px;
  }
  .sheet .lines .words::after {
    content: ': ';
  }
}
.methods .lines {
  grid-column: 1 / 4;
  padding-bottom: 8px;
}
@media (max-width: 900px) {
  .methods .lines {
    grid-column: 1;
  }
}
/* On paper the letters stand once, in the key. */
.sheet .lines .where {
  display: none;
}
@media print {
  .sheet .lines .sum {
    font-size: 8.4px;
    line-height: 1.1;
  }
}
</style>

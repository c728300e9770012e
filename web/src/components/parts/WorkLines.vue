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

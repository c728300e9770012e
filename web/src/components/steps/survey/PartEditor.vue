<script setup lang="ts">
import { computed } from 'vue'
import type { PartKind } from '../../../api/client'
import { FIELDS } from '../../../state/fields'
import { useJob } from '../../../state/job'
import FieldSet from '../../parts/FieldSet.vue'

/** The fields of one part of the property. */
const props = defineProps<{ kind: PartKind; part: string }>()
const store = useJob()
const values = computed(() => store.job?.[props.kind][props.part] as Record<string, unknown> | undefined)
</script>

<template>
  <FieldSet v-if="values" :fields="FIELDS[kind]" :at="`/${kind}/${part}`" :values="values" />
</template>

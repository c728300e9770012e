<script setup lang="ts">
import { computed, ref } from 'vue'
import { link } from '../../api/transport'
import { useJob } from '../../state/job'

/** Photos and papers of a part, of a line, or of the whole job: shown small, taken on a phone in one press. */
const props = defineProps<{ part?: string; line?: string; all?: boolean }>()
const store = useJob()
const file = ref<HTMLInputElement | null>(null)
const place = ref(false)
const kept = computed(() =>
  Object.entries(store.job?.record.attachments ?? {}).filter(
    ([, one]) => props.all || (props.line && one.line === props.line) || (props.part && one.part === props.part),
  ),
)
const IMAGES = new Set(['image/jpeg', 'image/png'])
const address = (content: string): string => link('/api/attachments/{digest}', { digest: content })
const small = (content: string): string => link('/api/attachments/{digest}/small', { digest: content })

async function add(): Promise<void> {
  const chosen = [...(file.value?.files ?? [])]
  if (file.value) file.value.value = ''
  const of = { part: props.part ?? '', line: props.line ?? '', ...(place.value ? { place: '1' } : {}) }
  for (const one of chosen) await store.attach(one, of)
}
const say = (key: string, field: string, value: string) =>
  store.edit([{ op: 'add', path: `/record/attachments/${key}/${field}`, value }])
const strike = (key: string) => store.edit([{ op: 'remove', path: `/record/attachments/${key}` }])
</script>

<template>
  <div class="photos" role="group" aria-label="Photos and papers">
    <ul class="plain-list photo-list">
      <li v-for="[key, one] in kept" :key="key">
        <a :href="address(one.content)" target="_blank" rel="noopener">
          <img v-if="IMAGES.has(one.kind)" :src="small(one.content)" :alt="one.note || one.name" loading="lazy" />
          <span v-else>{{ one.name }}</span>
        </a>
        <slot :id="key" :one="one" />
        <v-text-field
          :model-value="one.note"
          :label="`What ${one.name} shows`"
          maxlength="400"
          @change="say(key, 'note', ($event.target as HTMLInputElement).value)" />
        <small>{{ [one.who, one.at.slice(0, 16).replace('T', ' ')].filter(Boolean).join(', ') }}</small>
        <small v-if="one.place_kept">It says where it was taken.</small>
        <v-plain-button :aria-label="`Take it off: ${one.name}`" @click="strike(key)">Take it off</v-plain-button>
      </li>
    </ul>
    <div class="part-buttons">
      <v-plain-button @click="file?.click()">Add a photo or paper</v-plain-button>
      <v-checkbox v-if="all" v-model="place" class="flag" hide-details
        ><template #label>Keep where photos were taken</template></v-checkbox
      >
    </div>
    <input
      ref="file"
      type="file"
      multiple
      accept="image/jpeg,image/png,application/pdf,text/plain,.csv"
      class="sr-only"
      aria-label="Photo or paper"
      tabindex="-1"
      @change="add" />
  </div>
</template>

<style scoped>
.photo-list {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 14px;
}
.photo-list img {
  display: block;
  width: 100%;
  max-height: 170px;
  object-fit: cover;
  border: 1px solid rgb(var(--v-theme-line));
}
.photo-list small {
  display: block;
}
</style>

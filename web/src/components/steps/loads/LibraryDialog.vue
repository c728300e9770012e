<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { problemText, type LibraryLoad, type Problem, type Schemas } from '../../../api/client'
import { link, send } from '../../../api/transport'
import { powerText } from '../../../format/quantities'
import { useJob } from '../../../state/job'

/** Loads to choose from: what comes with the program, and what people kept. */
const store = useJob()
const under = computed(() => ({ params: { query: { rulebook: store.job?.rulebook } } }))
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ take: [load: LibraryLoad] }>()
const library = ref<Schemas['LoadLibrary'] | null>(null)
const text = ref('')
const trouble = ref('')
const file = ref<HTMLInputElement | null>(null)
const own = computed(() => new Set(library.value?.own.map((load) => load.name)))
const found = computed(() =>
  [...(library.value?.own ?? []), ...(library.value?.standard ?? [])].filter((load) =>
    load.name.toLowerCase().includes(text.value.trim().toLowerCase()),
  ),
)
watch(open, async (now) => {
  if (!now) return
  text.value = ''
  library.value = (await send('get', '/api/library', under.value)).data ?? null
  trouble.value = library.value ? '' : 'The server does not answer.'
})

async function drop(name: string): Promise<void> {
  const { data, error } = await send('post', '/api/library/drop', { ...under.value, body: { name } })
  if (data) library.value = data
  else trouble.value = problemText(error as Problem)
}

async function read(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const { data, error } = await send('post', '/api/library/csv', {
    ...under.value,
    body: { text: await chosen.text() },
  })
  if (file.value) file.value.value = ''
  trouble.value = data ? '' : `${chosen.name} was not read. ${problemText(error as Problem)}`
  if (data) library.value = data
}

function take(load: LibraryLoad): void {
  open.value = false
  emit('take', load)
}
</script>

<template>
  <v-dialog v-model="open" aria-label="Load library" max-width="640">
    <v-card class="step-loads dialog">
      <h2>Load library</h2>
      <v-text-field v-model="text" label="Find a load" autocomplete="off" />
      <p v-if="trouble" class="bad" role="alert">{{ trouble }}</p>
      <ul class="library">
        <li v-for="load in found" :key="load.name">
          <button class="library-load" @click="take(load)">
            <b>{{ load.name }}</b><span
              >{{ load.horsepower ? `${load.horsepower} hp` : powerText(load.power_va)
              }}{{ load.continuous ? ', continuous' : '' }}</span
            >
          </button>
          <v-plain-button
            v-if="own.has(load.name)"
            :aria-label="`Drop ${load.name} from the library`"
            @click="drop(load.name)">
            Drop
          </v-plain-button>
        </li>
      </ul>
      <p v-if="library && !found.length" class="empty">Nothing is called that.</p>
      <div class="dialog-buttons">
        <v-act-button :href="link('/api/library.csv', {}, { rulebook: store.job?.rulebook ?? '' })" download
          >Save as CSV</v-act-button
        >
        <v-plain-button @click="file?.click()">Read a CSV</v-plain-button>
        <input
          ref="file"
          type="file"
          accept=".csv,text/csv"
          class="sr-only"
          aria-label="CSV of loads"
          tabindex="-1"
          @change="read" />
        <v-btn @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.library {
  max-height: 46vh;
  overflow-y: auto;
}
.library-load {
  flex: 1;
  display: flex;
  justify-content: space-between;
  min-height: 44px;
  align-items: center;
  padding: 0 8px;
  text-align: left;
}
.library-load:hover {
  background: rgb(var(--v-theme-wash));
}
</style>

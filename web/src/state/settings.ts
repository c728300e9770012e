/** What this browser remembers about its person: name and theme. Jobs are never kept here. */
import { defineStore } from 'pinia'
import { ref, watch } from 'vue'

export type ThemeName = 'paper' | 'night'

export const useSettings = defineStore('settings', () => {
  const person = ref(read('northspan.person') ?? '')
  const rules = ref(read('northspan.rules') ?? '')
  watch(rules, (name) => write('northspan.rules', name))
  const wantsDark = window.matchMedia('(prefers-color-scheme: dark)').matches
  const theme = ref<ThemeName>((read('northspan.theme') as ThemeName | null) ?? (wantsDark ? 'night' : 'paper'))
  watch(person, (name) => write('northspan.person', name))
  watch(theme, (name) => write('northspan.theme', name))

  function changeTheme(): void {
    theme.value = theme.value === 'paper' ? 'night' : 'paper'
  }

  return { person, rules, theme, changeTheme }
})

function read(key: string): string | null {
  return window.localStorage.getItem(key)
}

function write(key: string, value: string): void {
  window.localStorage.setItem(key, value)
}

/** Whether the site is looked at as a whole: opened from the answer, and by name from anywhere. */
export const siting = ref(false)

/** Whether the working is shown under the answer: long, so it waits folded on a phone. */
export const working = ref(!window.matchMedia('(max-width: 900px)').matches)

/** An article that somebody pressed, to be looked for in the job. */
export const asked = ref('')

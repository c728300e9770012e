/** The record on screen: what was built otherwise, notes, photos, and what came out of it. */
import { defineStore } from 'pinia'
import { computed } from 'vue'
import type { Schemas } from '../../../api/client'
import { useStep } from '../../../composables/useStep'
import { freshId } from '../../../drawing/tree'
import { useJob } from '../../../state/job'
import { useSettings } from '../../../state/settings'

export const useRecord = defineStore('record', () => {
  const store = useJob()
  const settings = useSettings()
  const answer = useStep('/api/jobs/{job_id}/steps/record')
  const built = useStep('/api/jobs/{job_id}/steps/record/as-built', { wanted: false })
  const said = computed(() => answer.data.value)
  const parts = computed(() => [
    { value: '', title: 'the whole job' },
    ...(said.value?.parts ?? []).map((one) => ({ value: one.where, title: one.words })),
  ])
  const notes = computed(() => Object.entries(store.job?.record.notes ?? {}).reverse())
  const now = (): string => new Date().toISOString().slice(0, 19)

  function addNote(words: string, part: string): Promise<void> {
    const key = freshId(store.job!, 'N', Object.keys(store.job?.record.notes ?? {}))
    const value = { words, part, who: settings.person, at: now() }
    return store.edit([{ op: 'add', path: `/record/notes/${key}`, value }])
  }
  const strikeNote = (key: string) => store.edit([{ op: 'remove', path: `/record/notes/${key}` }])
  /** What was put in otherwise; what is empty is as planned. */
  function noteBuilt(run: string, one: Partial<Schemas['BuiltRun-Input']>): Promise<void> {
    const value = { ...one, who: settings.person, at: now() }
    return store.edit([{ op: 'add', path: `/record/built/${run}`, value }])
  }
  const forgetBuilt = (run: string) => store.edit([{ op: 'remove', path: `/record/built/${run}` }])

  return { said, built, parts, notes, addNote, strikeNote, noteBuilt, forgetBuilt }
})

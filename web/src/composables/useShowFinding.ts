/** Leads from a finding to its cause: the part in the step where the eye is, or the run in Sizing. */
import { useRoute, useRouter } from 'vue-router'
import type { Finding, PartKind } from '../api/client'
import { useJob } from '../state/job'

/** A step that shows such parts keeps the eye where it is; from another one a finding leads to Survey, or to Loads. */
const SHOWS: Record<string, PartKind> = { route: 'runs', electrodes: 'electrodes', loads: 'loads', panels: 'circuits' }

const STEP_OF: Partial<Record<PartKind, string>> = { loads: 'loads', circuits: 'panels' }

export function useShowFinding(): (finding: Pick<Finding, 'where'>) => void {
  const store = useJob()
  const router = useRouter()
  const route = useRoute()

  /** The run a finding leads to: its own, or the one that feeds the part it speaks of. */
  function runOf(finding: Pick<Finding, 'where'>): string {
    const [, kind, id] = finding.where.split('/')
    const job = store.job
    if (!job || !kind || !id) return ''
    if (kind === 'runs') return id
    const building = kind === 'buildings' ? id : kind === 'electrodes' ? job.electrodes[id]?.building : undefined
    const entry = Object.entries(job.runs).find(([, run]) =>
      kind === 'enclosures' ? run.target === id : job.enclosures[run.target]?.building === building,
    )
    return entry?.[0] ?? ''
  }

  return (finding) => {
    const [, kind, key] = finding.where.split('/') as [string, PartKind, string | undefined]
    const step = String(route.params.step)
    if (key && store.job?.[kind]?.[key] && (step !== 'sizing' || kind in STEP_OF || kind === 'sources')) {
      store.pick(kind, key)
      if (SHOWS[step] !== kind && step !== 'survey')
        void router.push(`/jobs/${store.state?.id}/${STEP_OF[kind] ?? 'survey'}`)
      return
    }
    const run = runOf(finding)
    if (run) void store.choose(run)
    void router.push(`/jobs/${store.state?.id}/sizing`)
  }
}

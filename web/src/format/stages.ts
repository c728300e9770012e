/** Where a job stands, in words. */
export const STAGES: Record<string, string> = {
  survey: 'being surveyed',
  planned: 'planned',
  at_work: 'at work',
  waiting: 'waiting for an inspection',
  done: 'done and signed',
}

/** Names for the shapes that the server sends and takes. */
import type { components } from './schema'

export type Schemas = components['schemas']
export type Job = Schemas['Job-Output']
export type Run = Schemas['Run-Output']
export type Plan = Schemas['Plan']
export type RunPlan = Schemas['RunPlan']
export type Way = Schemas['Way']
export type Finding = Schemas['Finding']
export type Cure = Schemas['Cure']
export type CallPlan = Schemas['CallPlan']
export type JobState = Schemas['JobState']
export type Problem = Schemas['Problem']
export type Answer = Schemas['Answer']
export type Metal = Schemas['Metal']
export type StartItem = Schemas['StartItem']
export type Answers = Schemas['Answers']
export type Segment = Schemas['Segment-Output']
export type Fitting = Schemas['Fitting-Output']
export type LibraryLoad = Schemas['LibraryLoad-Output']
export type SiteAnswer = Schemas['SiteAnswer']
export type PartKind = 'sources' | 'buildings' | 'enclosures' | 'electrodes' | 'loads' | 'runs' | 'circuits' | 'boxes'
export type Options = Schemas['RulebookOptions']
export type Choice = Schemas['Choice']
export type Operation = Schemas['PatchOperation']

/** A problem as a sentence: the field in words, what is wrong, what would be right. */
export function problemText(problem: Problem, atItsField = false): string {
  const named = problem.named && !atItsField ? `${problem.named}:` : ''
  return [named, problem.detail, problem.right ?? ''].filter(Boolean).join(' ')
}

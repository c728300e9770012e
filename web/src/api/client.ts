import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

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
export type Options = Schemas['RulebookOptions']
export type Operation = Schemas['PatchOperation']

export const client = createClient<paths>({ baseUrl: '' })

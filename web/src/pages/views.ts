/** The view of each step that is built, found by its name and loaded when it is opened; a step without one says so. */
import { defineAsyncComponent, type Component } from 'vue'
import StepLost from '../components/frame/StepLost.vue'

type Loaded = { default: Component }
const FOUND = import.meta.glob<Loaded>('../components/steps/*/*View.vue')
const made = new Map<string, Component>()

/** The view of a step: `<Step>View.vue` in the folder of the step. */
export function viewOf(step: string): Component | undefined {
  const load = FOUND[`../components/steps/${step}/${step.charAt(0).toUpperCase()}${step.slice(1)}View.vue`]
  if (!load) return undefined
  const view = made.get(step) ?? defineAsyncComponent({ loader: load, errorComponent: StepLost })
  made.set(step, view)
  return view
}

/** Load the other views while nothing else is to be done, so that a step opens at once, and without a server too. */
export function loadTheRest(): void {
  const idle = window.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 1000))
  // what does not come now is asked for again when it is opened, and says then that it did not come
  idle(() => Object.values(FOUND).forEach((load) => void load().catch(() => undefined)))
}

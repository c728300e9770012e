/** The view of each step that is built, found by its name; a step without one says what belongs there. */
import type { Component } from 'vue'

const FOUND = import.meta.glob<{ default: Component }>('../components/steps/*/*View.vue', { eager: true })

/** The view of a step: `<Step>View.vue` in the folder of the step. */
export function viewOf(step: string): Component | undefined {
  return FOUND[`../components/steps/${step}/${step.charAt(0).toUpperCase()}${step.slice(1)}View.vue`]?.default
}

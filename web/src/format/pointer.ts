/** A key as a step of a JSON pointer. */
export const pointerStep = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1')

/** The key that a step of a JSON pointer names. */
export const unescaped = (step: string): string => step.replaceAll('~1', '/').replaceAll('~0', '~')

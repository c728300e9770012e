/** A key as a step of a JSON pointer. */
export const pointerStep = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1')

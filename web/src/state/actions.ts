/** Something that can be done from anywhere: by its keys, or found by its words. */
export interface Action {
  words: string
  keys: string
  run: () => void
  /** Other words that find it. */
  also?: string
}

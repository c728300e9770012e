/** Break words into lines of so many letters; what does not go into the last line ends in three dots. */
export function inLines(words: string, letters: number, most: number): string[] {
  const lines: string[] = []
  for (const word of words.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  const kept = lines.slice(0, most)
  if (lines.length > most) kept[most - 1] = `${kept[most - 1]!} …`
  return kept.map((line) => (line.length > letters ? `${line.slice(0, Math.max(1, letters - 1)).trimEnd()}…` : line))
}

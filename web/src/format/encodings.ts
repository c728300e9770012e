/** The text of a file, however a spreadsheet wrote it: by its mark, as UTF-8, else as Windows does in the west. */
export function textOf(bytes: ArrayBuffer): string {
  const [first, second] = new Uint8Array(bytes)
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes) // not UTF-8, so a byte is a letter
  }
}

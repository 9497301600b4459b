/** What may be named after a file: its name without the ending, in words, with a capital. */
export const nameFromFile = (fileName: string): string =>
  fileName
    .replace(/\.\w+$/, '')
    .replace(/[_-]+/g, ' ')
    .replace(/^./, (letter) => letter.toUpperCase());

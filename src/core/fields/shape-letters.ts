/** What a shape is called in its drawing: a, b, … z, aa, ab … */
export const letterOf = (index: number): string =>
  (index >= 26 ? letterOf(Math.floor(index / 26) - 1) : '') + String.fromCharCode(97 + (index % 26))
